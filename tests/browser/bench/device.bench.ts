import { readdir, readFile } from 'node:fs/promises'
import { join, resolve } from 'node:path'
import { test } from '../server.js'

const root = resolve(import.meta.dirname, '../../..')
const MOVES = 40

/** Core in a worker: how soon it is ready once it has come, what the first assessment takes, and what one after a sensor moved, ms. */
test('Core on the device', async ({ page, demo }) => {
  const worker = (await readdir(join(root, 'web/dist/assets'))).find((name) => /^worker-.*\.js$/.test(name))
  const { plan } = JSON.parse(await readFile(join(root, 'demo/net-loft.terrapin.json'), 'utf8')) as {
    plan: { installation: { sensors: { at: { acrossM: number } | null }[] } }
  }
  const core = (await readdir(join(root, 'web/dist/core'), { recursive: true })).filter((name) => /\.(js|wasm)$/.test(name))
  // Not the app: it would start a Core of its own beside this one.
  await page.goto(new URL('/api/health', demo).href)
  await page.evaluate(
    async (files) => void (await Promise.all(files.map(async (f) => (await fetch(f)).arrayBuffer()))),
    [`/assets/${worker}`, ...core.map((name) => `/core/${name}`)],
  )
  const times = await page.evaluate(
    ([worker, plan, moves]) =>
      new Promise<number[]>((done, failed) => {
        const core = new Worker(`/assets/${worker}`, { type: 'module' })
        const times: number[] = []
        let since = performance.now()
        const sensors = plan.installation.sensors.filter((s) => s.at)
        core.onerror = (event) => failed(new Error(event.message))
        core.onmessage = ({ data }: MessageEvent<{ status?: number; failure?: string }>) => {
          if (data.failure || (times.length && data.status !== 200)) return failed(new Error(data.failure ?? `${data.status}`))
          times.push(performance.now() - since)
          if (times.length > moves + 1) return done(times)
          sensors[times.length % sensors.length]!.at!.acrossM += 0.004
          since = performance.now()
          core.postMessage({
            id: times.length,
            path: '/api/assessments',
            query: [],
            plan: { number: times.length, json: JSON.stringify(plan) },
          })
        }
      }),
    [worker!, plan, MOVES] as const,
  )
  const [ready, first, ...moved] = times
  const warm = moved.slice(MOVES / 2).sort((a, b) => a - b)
  console.log(
    `ready ${ready!.toFixed(0)} ms, first ${first!.toFixed(0)} ms, after a sensor moved: median ${warm[Math.floor(warm.length / 2)]!.toFixed(0)} ms, slowest ${warm.at(-1)!.toFixed(0)} ms`,
  )
})
