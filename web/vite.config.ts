import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig, type Plugin } from "vite";

/** Writes the names of all files of the build into the worker that keeps them on the device. */
function filesForWorker(): Plugin {
  return {
    name: "files-for-worker",
    generateBundle(_, bundle) {
      const kept = Object.keys(bundle).filter((name) => name.startsWith("assets/"));
      // Their names change with what is in them.
      const files = [...kept, "icon.svg"].map((name) => ({
        url: `/${name}`,
        revision: name === "icon.svg" ? "1" : null,
      }));
      const worker = bundle["sw.js"];
      if (worker?.type === "chunk") worker.code = worker.code.replace("__FILES__", JSON.stringify(files));
    },
  };
}

export default defineConfig({
  plugins: [react(), tailwindcss(), filesForWorker()],
  build: {
    target: "es2022",
    assetsInlineLimit: 0,
    rollupOptions: {
      input: { index: "index.html", sw: "src/worker.ts" },
      output: { entryFileNames: ({ name }) => (name === "sw" ? "sw.js" : "assets/[name]-[hash].js") },
    },
  },
  server: { proxy: { "/api": "http://127.0.0.1:8000" } },
});
