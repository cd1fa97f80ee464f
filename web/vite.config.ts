import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  worker: { format: 'es' },
  optimizeDeps: { exclude: ['manifold-3d'] },
  // The kernel asks for node:module only under Node.
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 2500,
    rolldownOptions: {
      onLog: (level, log, next) => (log.message.includes('node:module') ? undefined : next(level, log)),
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4680' } },
});
