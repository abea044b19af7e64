import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vite';

export default defineConfig({
  root: 'client',
  plugins: [vue()],
  resolve: { preserveSymlinks: true },
  worker: { format: 'es' },
  build: {
    outDir: '../dist/client',
    emptyOutDir: true,
    target: 'es2022',
    chunkSizeWarningLimit: 2500,
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            // Runs first, and asks for what the address will need: nothing else is waited for.
            { name: 'ahead', test: /client\/(?:ahead|begin|views\/index)\.ts$|preload-helper/u, priority: 2 },
            // What several views need comes in one piece, not in sixty. What draws PDFs is left for when one is made.
            { name: 'shared', minShareCount: 2, test: (id) => !/pdf|fontkit/u.test(id) },
          ],
        },
      },
    },
  },
  optimizeDeps: { include: ['harfbuzzjs', 'linebreak', 'munkres-js', 'culori', 'comlink'] },
  server: { proxy: { '/api': { target: 'http://127.0.0.1:4680', ws: true } } },
});
