import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react(), tailwindcss()],
  build: { sourcemap: false, target: "es2022" },
  server: { proxy: { "/api": process.env.FLETCHER_API ?? "http://127.0.0.1:8471" } },
});
