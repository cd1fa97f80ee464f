import { defineConfig } from 'vite';

/** The command line as plain JavaScript: our own sources put together, packages as they are installed. */
export default defineConfig({
  build: {
    ssr: true,
    target: 'node20',
    minify: false,
    rolldownOptions: {
      input: { main: 'src/main.ts' },
      output: { entryFileNames: '[name].mjs', chunkFileNames: '[name]-[hash].mjs' },
    },
  },
  ssr: { noExternal: [/^@young-shell\//] },
});
