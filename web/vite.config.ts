import { createHash } from "node:crypto";
import { readdirSync, readFileSync } from "node:fs";
import { join, relative } from "node:path";
import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { build, type Plugin } from "vite";
import { defineConfig } from "vitest/config";

/** After the application is built, its service worker, which knows all its files. */
function worker(): Plugin {
  let out = "";
  return {
    name: "worker",
    apply: "build",
    configResolved(config) {
      out = config.build.outDir;
    },
    async closeBundle() {
      const folder = join(import.meta.dirname, out);
      const files = readdirSync(folder, { recursive: true, withFileTypes: true })
        .filter((f) => f.isFile() && !f.name.startsWith(".") && f.name !== "sw.js")
        .map((f) => join(f.parentPath, f.name))
        .sort()
        .map((path) => {
          const url = `/${relative(folder, path)}`;
          const named = url.startsWith("/assets/");
          return { url, revision: named ? null : createHash("sha256").update(readFileSync(path)).digest("hex").slice(0, 16) };
        });
      await build({
        configFile: false,
        logLevel: "warn",
        publicDir: false,
        define: { FILES: JSON.stringify(files), "process.env.NODE_ENV": '"production"' },
        build: { outDir: folder, emptyOutDir: false, target: "es2022", lib: { entry: join(import.meta.dirname, "src/sw.ts"), formats: ["iife"], name: "worker", fileName: () => "sw.js" } },
      });
    },
  };
}

export default defineConfig({
  plugins: [react(), tailwindcss(), worker()],
  build: { target: "es2022", sourcemap: false },
  server: { proxy: { "/api": `http://127.0.0.1:${process.env.ROWSTAKE_PORT ?? 8710}` } },
  test: { environment: "jsdom", include: ["src/**/*.test.{ts,tsx}"] },
});
