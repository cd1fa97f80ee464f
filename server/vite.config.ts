import { defineConfig } from 'vite';

/** The server as plain JavaScript: our own sources put together, packages as they are installed. */
export default defineConfig({
  build: {
    ssr: true,
    target: 'node20',
    minify: false,
    rolldownOptions: {
      // What runs in a thread is a file of its own: it is started by its address.
      input: {
        main: 'src/main.ts',
        thread: 'src/work/step.ts',
        judge: 'src/work/judge.ts',
        restore: 'src/work/restore.ts',
      },
      output: { entryFileNames: '[name].mjs', chunkFileNames: '[name]-[hash].mjs' },
    },
  },
  ssr: { noExternal: [/^@young-shell\//] },
});
