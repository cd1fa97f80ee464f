import { readFileSync } from 'node:fs';
import { transformAsync } from '@babel/core';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

/** The React compiler remembers what components made: a part that is dragged redraws only what shows it. */
const reactCompiler = (): Plugin => ({
  name: 'react-compiler',
  enforce: 'pre',
  transform: {
    filter: { id: /\/web\/src\/.*\.tsx$|\/web\/src\/.*\/use[A-Z]\w*\.ts$/ },
    async handler(code, id) {
      const made = await transformAsync(code, {
        filename: id,
        babelrc: false,
        configFile: false,
        sourceMaps: true,
        parserOpts: { plugins: id.endsWith('x') ? ['typescript', 'jsx'] : ['typescript'] },
        plugins: ['babel-plugin-react-compiler'],
      });
      return made?.code ? { code: made.code, map: made.map ?? null } : undefined;
    },
  },
});

/** The licences of the fonts that are shipped: they come by way of style sheets, where the builder sees no package. */
const fontLicences = (): Plugin => ({
  name: 'font-licences',
  generateBundle() {
    const folder = new URL('../node_modules/@fontsource/', import.meta.url);
    const texts = ['barlow', 'barlow-semi-condensed', 'barlow-condensed'].map(
      (font) => `# ${font}\n\n${readFileSync(new URL(`${font}/LICENSE`, folder), 'utf8')}`,
    );
    this.emitFile({ type: 'asset', fileName: 'licenses-of-fonts.md', source: texts.join('\n\n') });
  },
});

export default defineConfig({
  plugins: [
    reactCompiler(),
    react(),
    tailwindcss(),
    fontLicences(),
    // A page that is loaded while the server is away: everything of the interface, and photos and solids once seen.
    VitePWA({
      injectRegister: false,
      manifest: false,
      registerType: 'autoUpdate',
      workbox: {
        globPatterns: ['**/*.{js,css,html,woff,woff2,wasm}'],
        maximumFileSizeToCacheInBytes: 12_000_000,
        // Pages come from the server, so that a newer one is seen at once; from here only while it is away.
        navigateFallback: null,
        directoryIndex: null,
        runtimeCaching: [
          {
            urlPattern: ({ request }) => request.mode === 'navigate',
            handler: 'NetworkOnly',
            options: { precacheFallback: { fallbackURL: 'index.html' } },
          },
          {
            urlPattern: ({ url }) => url.pathname.startsWith('/api/attachments/'),
            handler: 'CacheFirst',
            options: { cacheName: 'attachments', expiration: { maxEntries: 200 } },
          },
        ],
      },
    }),
  ],
  worker: { format: 'es' },
  optimizeDeps: { exclude: ['manifold-3d'] },
  // The kernel asks for node:module only under Node.
  build: {
    // The licences of what is shipped go with it.
    license: { fileName: 'licenses.md' },
    target: 'es2022',
    chunkSizeWarningLimit: 2500,
    rolldownOptions: {
      onLog: (level, log, next) => (log.message.includes('node:module') ? undefined : next(level, log)),
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4680' } },
});
