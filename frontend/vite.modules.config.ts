import { defineConfig } from "vite";

/** The modules that pytest calls: one script that leaves them in `modules`. */
export default defineConfig({
  build: {
    lib: { entry: "tests/modules.ts", formats: ["iife"], name: "modules", fileName: () => "modules.js" },
    emptyOutDir: false,
  },
});
