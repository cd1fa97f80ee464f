import { readdirSync, readFileSync } from 'node:fs';
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

/** Folders of the packages that workers are made of: they are put together apart, where the builder's list does not look. */
const inWorkers = new Set<string>();
const packagesOfWorkers = (): Plugin => ({
  name: 'packages-of-workers',
  moduleParsed: ({ id }) => {
    const [folder] = /^.*\/node_modules\/(@[^/]+\/)?[^/]+/.exec(id) ?? [];
    if (folder) inWorkers.add(folder);
  },
});

/** The licences of what workers are made of. */
const workerLicences = (): Plugin => ({
  name: 'licences-of-workers',
  generateBundle() {
    const texts = [...inWorkers].sort().map((folder) => {
      const { name, version, license } = JSON.parse(readFileSync(`${folder}/package.json`, 'utf8')) as Record<
        string,
        string
      >;
      const file = readdirSync(folder).find((entry) => /^(licen[cs]e|copying)/i.test(entry));
      return `## ${name} - ${version} (${license})${file ? `\n\n${readFileSync(`${folder}/${file}`, 'utf8')}` : ''}`;
    });
    this.emitFile({ type: 'asset', fileName: 'licenses-of-workers.md', source: texts.join('\n\n') });
  },
});

/** Modules that every page begins with: all that the entry imports, one from the other. */
const begins = new Set<string>();
const beginning = (): Plugin => ({
  name: 'beginning',
  buildEnd() {
    const add = (id: string) => {
      if (begins.has(id)) return;
      begins.add(id);
      this.getModuleInfo(id)?.importedIds.forEach(add);
    };
    for (const id of this.getModuleIds()) if (this.getModuleInfo(id)?.isEntry) add(id);
  },
});

/** What the first view draws and writes with is fetched beside the first scripts, not after them. */
const FIRST_VIEW = 'Scene3d';
const FIRST_FONTS =
  /\/(barlow-latin-[46]00|barlow-semi-condensed-latin-[56]00|barlow-condensed-latin-600)-normal.*\.woff2$/;
const firstView = (): Plugin => ({
  name: 'first-view',
  transformIndexHtml: {
    order: 'post',
    handler(html, { bundle }) {
      const chunks = Object.values(bundle ?? {}).flatMap((c) => (c.type === 'chunk' ? [c] : []));
      const wanted = new Set<string>();
      const want = (file: string) => {
        if (wanted.has(file)) return;
        wanted.add(file);
        chunks.find((c) => c.fileName === file)?.imports.forEach(want);
      };
      chunks.filter((c) => c.name === FIRST_VIEW).forEach((c) => want(c.fileName));
      const scripts = [...wanted]
        .filter((file) => !html.includes(file))
        .map((file) => ({
          tag: 'link',
          injectTo: 'head' as const,
          attrs: { rel: 'modulepreload', crossorigin: true, href: `/${file}` },
        }));
      const fonts = Object.keys(bundle ?? {})
        .filter((file) => FIRST_FONTS.test(`/${file}`))
        .map((file) => ({
          tag: 'link',
          injectTo: 'head' as const,
          attrs: { rel: 'preload', as: 'font', type: 'font/woff2', crossorigin: true, href: `/${file}` },
        }));
      return [...scripts, ...fonts];
    },
  },
});

/** Joi itself begins when the first form is asked something: forms are put off (core’s `form`), and so is what makes them. */
const LATER = '\0joi-later';
const joiLater = (): Plugin => ({
  name: 'joi-later',
  apply: 'build',
  enforce: 'pre',
  resolveId: (id, from) => (id === 'joi' && from !== LATER ? LATER : undefined),
  load: (id) =>
    id === LATER
      ? "export default new Proxy({}, { get: (_, key) => require('joi/dist/joi-browser.min.js')[key] });"
      : undefined,
});

export default defineConfig({
  plugins: [
    joiLater(),
    reactCompiler(),
    react(),
    tailwindcss(),
    fontLicences(),
    workerLicences(),
    beginning(),
    firstView(),
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
  worker: { format: 'es', plugins: () => [packagesOfWorkers()] },
  optimizeDeps: { exclude: ['manifold-3d'] },
  // The kernel asks for node:module only under Node.
  build: {
    // The licences of what is shipped go with it.
    license: { fileName: 'licenses.md' },
    target: 'es2022',
    chunkSizeWarningLimit: 2500,
    rolldownOptions: {
      // Four files of a like size, which are read side by side: a server takes as long for each of fifty small ones.
      output: {
        codeSplitting: {
          groups: [
            { name: 'packages', test: (id: string) => begins.has(id) && id.includes('/node_modules/') },
            { name: 'beginning', test: (id: string) => begins.has(id) },
            { name: 'three', test: /\/node_modules\/three\// },
            { name: FIRST_VIEW, test: /\/web\/src\/.*3d\.tsx$/ },
          ],
        },
      },
      onLog: (level, log, next) => (log.message.includes('node:module') ? undefined : next(level, log)),
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4680' } },
});
