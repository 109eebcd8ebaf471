import tailwindcss from '@tailwindcss/vite'
import vue from '@vitejs/plugin-vue'
import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import type { Plugin } from 'vite'
import { defineConfig } from 'vitest/config'

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))

/** Core for the browser lies in a folder that is named by what it holds. */
function coreFolder(): string {
  const [name] = existsSync(here('./public/core')) ? readdirSync(here('./public/core')) : []
  return name ? `/core/${name}/` : ''
}

const hash = (content: string | Uint8Array) => createHash('sha256').update(content).digest('hex').slice(0, 12)

/** Tells the service worker what was built: what is named by what it holds needs no revision. */
const offlineFiles: Plugin = {
  name: 'offline-files',
  enforce: 'post',
  generateBundle(_, bundle) {
    const worker = bundle['sw.js']
    if (worker?.type !== 'chunk') return
    const built = Object.values(bundle).flatMap((file) => {
      if (file === worker) return []
      const content = file.type === 'chunk' ? file.code : file.source
      return [
        { url: `/${file.fileName}`, revision: file.fileName.startsWith('assets/') ? null : hash(content) },
      ]
    })
    const copied = readdirSync(here('./public'))
      .filter((name) => name.includes('.'))
      .map((name) => ({ url: `/${name}`, revision: hash(readFileSync(here(`./public/${name}`))) }))
    worker.code = worker.code.replace('__OFFLINE_FILES__', () => JSON.stringify([...built, ...copied]))
  },
}

export default defineConfig({
  plugins: [vue(), tailwindcss(), offlineFiles],
  // Unit tests have no worker to run Core in.
  define: { __CORE__: JSON.stringify(process.env.VITEST ? '' : coreFolder()) },
  resolve: { alias: { '@': here('./src') } },
  server: { proxy: { '/api': 'http://127.0.0.1:5170', '/health': 'http://127.0.0.1:5170' } },
  worker: { format: 'es' },
  // Generous: a busy machine is slow, and nothing here measures speed.
  test: { testTimeout: 60_000 },
  build: {
    rolldownOptions: {
      input: { index: here('./index.html'), sw: here('./src/offline/sw.ts') },
      output: {
        entryFileNames: (chunk) => (chunk.name === 'sw' ? 'sw.js' : 'assets/[name]-[hash].js'),
        // What several pages share comes in a few files: each of seventy small ones costs a request.
        codeSplitting: {
          groups: [
            {
              name: 'vue',
              test: /node_modules\/(@?vue|pinia|@tanstack|@headlessui|openapi-fetch|idb)/,
              minShareCount: 2,
              priority: 2,
            },
            { name: 'shared', test: /src\/(ui|site|api|app)\//, minShareCount: 3, priority: 1 },
          ],
        },
      },
    },
  },
})
