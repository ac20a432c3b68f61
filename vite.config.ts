import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { viteStaticCopy } from 'vite-plugin-static-copy';

/** Fonts, characters and colours that a PDF may count on its reader to have; asked for by name (web/pages/matter/documents/PdfPages.tsx). */
const pdfData = ['cmaps', 'iccs', 'standard_fonts', 'wasm'].map((folder) => ({
  src: join(dirname(createRequire(import.meta.url).resolve('pdfjs-dist/package.json')), folder, '*'),
  dest: `assets/pdf/${folder}`,
}));

export default defineConfig({
  root: 'web',
  plugins: [react(), viteStaticCopy({ targets: pdfData })],
  build: { outDir: '../dist/web', emptyOutDir: true, sourcemap: false, chunkSizeWarningLimit: 700 },
  server: { port: 4101, proxy: { '/api': { target: 'http://127.0.0.1:4100', changeOrigin: false } } },
});
