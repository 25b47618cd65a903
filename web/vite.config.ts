import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";
import { compression, defineAlgorithm } from "vite-plugin-compression2";
import { manual } from "./manual.mjs";
import { cssVariables } from "./src/theme/tokens.ts";

/** Both palettes as a style of the page: it has its colours before any script has run. */
const paletteStyle = (["day", "headlamp"] as const)
  .map(
    (name) =>
      `${name === "day" ? ":root" : `:root[data-theme="${name}"]`}{${Object.entries(cssVariables(name))
        .map(([k, v]) => `${k}:${v}`)
        .join(";")}}`,
  )
  .join("");

export default defineConfig({
  plugins: [
    react(),
    manual({ pictures: true }),
    {
      name: "palettes",
      transformIndexHtml: () => [
        { tag: "style", attrs: { nonce: "__NONCE__" }, children: paletteStyle, injectTo: "head" as const },
      ],
    },
    compression({
      include: /\.(js|css|svg|json)$/,
      threshold: 1024,
      algorithms: [defineAlgorithm("brotliCompress"), defineAlgorithm("gzip")],
    }),
  ],
  build: {
    outDir: "dist/app",
    emptyOutDir: true,
    sourcemap: false,
    chunkSizeWarningLimit: 900,
    assetsInlineLimit: 0,
  },
  // The one script that may compile WebAssembly: the server tells it by its name.
  worker: { format: "es", rollupOptions: { output: { entryFileNames: "assets/core-[hash].js" } } },
  server: { proxy: { "/api": "http://127.0.0.1:8466" } },
});
