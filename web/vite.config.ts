import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";

import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig, type Plugin } from "vite";

/** A worker beside the page that knows every file of this build. */
function worker(): Plugin {
  return {
    name: "worker",
    generateBundle(_, bundle) {
      const files = [...Object.keys(bundle).filter((name) => name.startsWith("assets/") && !name.endsWith(".woff")), "icon.svg"]
        .map((name) => `/${name}`)
        .sort();
      const source = readFileSync(new URL("src/shell/worker.js", import.meta.url), "utf8");
      const stamp = createHash("sha256").update(source).update(files.join()).digest("hex").slice(0, 12);
      this.emitFile({ type: "asset", fileName: "worker.js", source: source.replace("__FILES__", JSON.stringify(files)).replace("__STAMP__", stamp) });
    },
  };
}

export default defineConfig({
  plugins: [react(), tailwindcss(), worker()],
  build: { sourcemap: false, target: "es2022" },
  server: { proxy: { "/api": process.env.FLETCHER_API ?? "http://127.0.0.1:8471" } },
});
