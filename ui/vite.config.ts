import { brotliCompressSync, constants, gzipSync } from 'node:zlib'
import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import vue from '@vitejs/plugin-vue'
import { marked } from 'marked'
import Components from 'unplugin-vue-components/vite'
import { ElementPlusResolver } from 'unplugin-vue-components/resolvers'
import type { Plugin } from 'vite'
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
          if (!/\.(html|js|css|svg|json)$/.test(path) || statSync(path).size < 1024) continue
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
    precompress(),
  ],
  build: { target: 'es2022', modulePreload: { polyfill: false }, assetsInlineLimit: 0 },
  test: { server: { deps: { inline: ['element-plus'] } }, css: false },
  server: { proxy: { '/api': { target: 'http://127.0.0.1:8460', changeOrigin: false } } },
})
