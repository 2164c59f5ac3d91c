import tailwindcss from "@tailwindcss/vite";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [tailwindcss()],
  // Nothing inlined as data: the content security policy allows fonts and styles from the server only.
  build: {
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
    rollupOptions: {
      input: { index: "index.html", way: "way.html", "way-worker": "src/way/worker.ts" },
      output: {
        // The worker keeps its name: a browser knows it by its address.
        entryFileNames: ({ name }) => (name === "way-worker" ? "[name].js" : "assets/[name]-[hash].js"),
      },
    },
  },
  server: { proxy: { "/api": "http://127.0.0.1:5370" } },
});
