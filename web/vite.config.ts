import babel from '@rolldown/plugin-babel';
import tailwindcss from '@tailwindcss/vite';
import react, { reactCompilerPreset } from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  // The compiler remembers what components made: a part that is dragged redraws only what shows it.
  plugins: [react(), babel({ presets: [reactCompilerPreset()] }), tailwindcss()],
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
