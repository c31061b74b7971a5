import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'

/** Packages of hundreds of small files, which take longer to find than to run. */
const MANY_FILES = '@stdlib|@hapi|joi|chrono-node|culori|d3-[a-z]+|ml-[a-z-]+|uuid'

/** Packages that every page stands on. Vue's own runtime is among them, and what it asks of others. */
const ALL_PAGES =
  '@?vue|vue-router|pinia|@?element-plus|@vueuse|@floating-ui|@popperjs|lodash-es|lodash-unified|async-validator|dayjs|@ctrl|ofetch|ufo|hookable|@?unhead|defu|destr|d3-[a-z]+'
const IN_PACKAGES = new RegExp(`/node_modules/(?:${ALL_PAGES})/`)
/** The log's own rules, words and computation. */
const OF_THE_LOG = /^(?!.*\/node_modules\/).*\/(?:core|shared|catalogue)\/[^?]*\.ts$/

/**
 * Of the pages' code, what nearly all need comes as two files instead of a hundred: each request and
 * each module costs the browser more than the bytes do, which lie on this machine.
 */
function chunkOf(id: string): string | undefined {
  // what opens pages is asked for by every file: in a file of its own they would wait in a circle
  if (IN_PACKAGES.test(id) || id.includes('vite/preload-helper')) return 'packages'
  return OF_THE_LOG.test(id) ? 'log' : undefined
}

const SELF = ["'self'"]

export default defineNuxtConfig({
  compatibilityDate: '2026-11-01',
  modules: ['@pinia/nuxt', '@element-plus/nuxt', '@nuxt/eslint', 'nuxt-security'],
  devtools: { enabled: false },
  telemetry: false,
  // Pages are drawn in the browser: the log lives on this machine, so there is no search engine
  // to serve and no wait to hide, and the same shell can later open without a server.
  // (`ssr: false` as a whole breaks the development server of this version.)
  routeRules: {
    '/**': { ssr: false },
    // a page that embeds only its own lets a worker in only if the worker's file says the same
    '/_nuxt/**': { headers: { 'Cross-Origin-Embedder-Policy': 'require-corp' } },
  },
  app: {
    head: {
      title: 'Juniper Haze',
      htmlAttrs: { lang: 'en' },
      meta: [{ name: 'viewport', content: 'width=device-width, initial-scale=1' }],
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/sprig.svg' }],
    },
  },
  css: [
    '@fontsource-variable/commissioner/wght.css',
    '@fontsource-variable/vollkorn/wght.css',
    '@fontsource-variable/vollkorn/wght-italic.css',
    // links look like buttons, also on pages that hold no button of their own
    'element-plus/theme-chalk/el-button.css',
    '~/styles/theme.css',
    '~/styles/base.css',
  ],
  components: [{ path: '~/components', pathPrefix: false }],
  imports: { dirs: ['stores'] },
  elementPlus: { importStyle: 'css', icon: false, defaultLocale: 'en' },
  typescript: { strict: true, tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true } } },
  nitro: {
    externals: { inline: [new RegExp(`(?:^|/node_modules/)(?:${MANY_FILES})(?:/|$)`)] },
    // what the bundler puts in place of their log of debugging is a function, and has names beside
    commonJS: {
      requireReturnsDefault: (id: string) => (id.includes('npm/debug') ? 'preferred' : 'auto'),
    },
    errorHandler: fileURLToPath(new URL('server/http/error-handler.ts', import.meta.url)),
    typescript: { tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true } } },
  },
  hooks: {
    // A worker thread cannot be started from inside the server's bundle: it is a file of its own
    // beside the server's entry, in the build and in development alike.
    'nitro:init'(nitro) {
      nitro.hooks.hook('compiled', async () => {
        await build({
          entryPoints: ['curves', 'atlas', 'tasks', 'keeping', 'file-check'].map((name) =>
            fileURLToPath(new URL(`server/workers/${name}.ts`, import.meta.url)),
          ),
          outdir: `${nitro.options.output.serverDir}/workers`,
          outExtension: { '.js': '.mjs' },
          // an addon is a file of its own, beside the server; so is what asks for addons it may not have
          external: ['better-sqlite3', 'knex'],
          // packages of the older kind, such as Joi, ask for Node's own modules in the older way
          banner: {
            js: `import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);`,
          },
          bundle: true,
          platform: 'node',
          format: 'esm',
          target: 'node20',
          logLevel: 'warning',
        })
      })
    },
  },
  security: {
    corsHandler: false,
    rateLimiter: false,
    requestSizeLimiter: false,
    xssValidator: false,
    allowedMethodsRestricter: false,
    headers: {
      strictTransportSecurity: false,
      crossOriginEmbedderPolicy: 'require-corp',
      contentSecurityPolicy: {
        'default-src': SELF,
        'base-uri': ["'none'"],
        'connect-src': SELF,
        'font-src': SELF,
        'form-action': SELF,
        'frame-ancestors': ["'none'"],
        'img-src': [...SELF, 'data:', 'blob:'],
        'object-src': ["'none'"],
        'script-src': [...SELF, "'nonce-{{nonce}}'"],
        // Element Plus places its pop-ups with style attributes.
        'style-src': [...SELF, "'unsafe-inline'"],
        'worker-src': SELF,
        'upgrade-insecure-requests': false,
      },
    },
  },
  // The server is this machine: a station's files are there at once when it is opened.
  experimental: { defaults: { nuxtLink: { prefetch: false } } },
  // nobody starts the server with maps
  sourcemap: { server: false },
  vite: {
    worker: { format: 'es' },
    $client: { build: { rollupOptions: { output: { manualChunks: chunkOf } } } },
  },
})
