import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  root: 'web',
  plugins: [react()],
  build: { outDir: '../dist/web', emptyOutDir: true, sourcemap: false, chunkSizeWarningLimit: 700 },
  server: { port: 4101, proxy: { '/api': { target: 'http://127.0.0.1:4100', changeOrigin: false } } },
});
