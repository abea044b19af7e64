import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vite';

export default defineConfig({
  root: 'client',
  plugins: [vue()],
  resolve: { preserveSymlinks: true },
  worker: { format: 'es' },
  build: { outDir: '../dist/client', emptyOutDir: true, target: 'es2022', chunkSizeWarningLimit: 1500 },
  optimizeDeps: { include: ['harfbuzzjs', 'linebreak', 'munkres-js', 'culori', 'comlink'] },
  server: { proxy: { '/api': { target: 'http://127.0.0.1:4680', ws: true } } },
});
