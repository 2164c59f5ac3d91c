import tailwindcss from "@tailwindcss/vite";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [tailwindcss()],
  // Nothing inlined as data: the content security policy allows fonts and styles from the server only.
  build: { assetsInlineLimit: 0, modulePreload: { polyfill: false } },
  server: { proxy: { "/api": "http://127.0.0.1:5370" } },
});
