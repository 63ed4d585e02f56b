import tailwind from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { compression } from 'vite-plugin-compression2';
import { contractData } from './contractData.ts';

export default defineConfig({
  root: import.meta.dirname,
  plugins: [
    contractData(),
    react(),
    tailwind(),
    compression({ algorithms: ['brotliCompress'], include: /\.(js|mjs|css|svg)$/ }),
  ],
  build: { outDir: 'dist', emptyOutDir: true, assetsInlineLimit: 0, chunkSizeWarningLimit: 700, target: 'es2023' },
  server: { proxy: { '/api': 'http://127.0.0.1:4300' } },
});
