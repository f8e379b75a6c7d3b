import { brotliCompressSync, constants, gzipSync } from 'node:zlib'
import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import vue from '@vitejs/plugin-vue'
import { marked } from 'marked'
import Components from 'unplugin-vue-components/vite'
import { ElementPlusResolver } from 'unplugin-vue-components/resolvers'
import type { Plugin } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'
import { defineConfig } from 'vitest/config'

/** Writes .gz and .br beside each text file of the build; the server picks. */
function precompress(): Plugin {
  const walk = (dir: string): string[] =>
    readdirSync(dir).flatMap((name) => {
      const path = join(dir, name)
      return statSync(path).isDirectory() ? walk(path) : [path]
    })
  return {
    name: 'precompress',
    apply: 'build',
    enforce: 'post',
    closeBundle: {
      order: 'post',
      sequential: true,
      handler() {
        for (const path of walk('dist')) {
          if (!/\.(html|js|css|svg|json|webmanifest)$/.test(path) || statSync(path).size < 1024) continue
          const bytes = readFileSync(path)
          writeFileSync(`${path}.gz`, gzipSync(bytes, { level: 9 }))
          writeFileSync(`${path}.br`, brotliCompressSync(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: 11 } }))
        }
      },
    },
  }
}

/** Turns the project's pages into HTML at build time; "## Title {#id}" gives a heading its anchor. */
function pages(): Plugin {
  return {
    name: 'pages',
    transform(text, id) {
      if (!id.endsWith('.md')) return
      const html = (marked.parse(text, { async: false }) as string)
        .replace(/<h2>(.*?) \{#([\w-]+)\}<\/h2>/g, '<h2 id="$2">$1</h2>')
        .replaceAll('<table>', '<div class="page-wide" tabindex="0" role="region" aria-label="Table"><table>')
        .replaceAll('</table>', '</table></div>')
      return `export default ${JSON.stringify(html)}`
    },
  }
}

export default defineConfig({
  plugins: [
    vue(),
    pages(),
    Components({ dts: 'src/components.d.ts', dirs: [], resolvers: [ElementPlusResolver()] }),
    // Pages that were opened at the machine open again without a network: what was built is kept
    // by the browser; what the server answers never is, but for what the pages keep themselves.
    VitePWA({
      injectRegister: false,
      registerType: 'autoUpdate',
      manifest: {
        name: 'Gray Bridge',
        short_name: 'Gray Bridge',
        description: 'Three-phase machines on single-phase supply: the plan at the machine',
        start_url: '/',
        display: 'standalone',
        background_color: '#f8f7f3',
        theme_color: '#1d5d64',
        icons: [
          { src: 'mark.svg', sizes: 'any', type: 'image/svg+xml' },
          { src: 'mark-192.png', sizes: '192x192', type: 'image/png' },
          { src: 'mark-512.png', sizes: '512x512', type: 'image/png' },
        ],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,woff2,svg,webmanifest}'],
        globIgnores: ['keep.js'],
        navigateFallback: null,
        // Each build keeps its files in a cache of its own, filled whole before it is used; keep.js empties the older
        // ones but for the last, whose scripts a page that sleeps may still ask for.
        cacheId: `gray-bridge-${Date.now()}`,
        cleanupOutdatedCaches: false,
        importScripts: ['/keep.js'],
        runtimeCaching: [
          {
            // The page comes from the network, else from this build's own files: never one that was kept by itself,
            // which would ask for scripts that are gone.
            urlPattern: ({ request, url }) => request.mode === 'navigate' && !url.pathname.startsWith('/api/'),
            handler: 'NetworkFirst',
            options: {
              cacheName: 'nothing',
              networkTimeoutSeconds: 3,
              precacheFallback: { fallbackURL: 'index.html' },
              plugins: [{ cacheWillUpdate: async () => null }],
            },
          },
          {
            // The reference is nobody's: it stays on the device that once opened it.
            urlPattern: ({ request, url }) =>
              request.method === 'GET' && ['/api/reference', '/api/reference/leads'].includes(url.pathname),
            handler: 'NetworkFirst',
            options: { cacheName: 'reference', networkTimeoutSeconds: 3 },
          },
          {
            urlPattern: ({ url }) => url.pathname.startsWith('/assets/'),
            handler: async ({ request }) => (await caches.match(request)) ?? fetch(request),
          },
        ],
      },
    }),
    precompress(),
  ],
  build: { target: 'es2022', modulePreload: { polyfill: false }, assetsInlineLimit: 0 },
  test: {
    css: false,
    testTimeout: 60_000, // a busy machine is slow, not wrong
    hookTimeout: 60_000,
    isolate: false, // what the files share is read once; each leaves the page as it found it
    // Element Plus comes as many small modules: bundled once, not read anew by every test file.
    server: { deps: { inline: ['element-plus'] } },
    deps: { optimizer: { client: { enabled: true, include: ['element-plus', 'element-plus/es'] } } },
  },
  server: { proxy: { '/api': { target: 'http://127.0.0.1:8460', changeOrigin: false } } },
})
