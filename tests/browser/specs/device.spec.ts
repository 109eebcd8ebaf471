import type { Page } from '@playwright/test'
import { readdir, readFile, stat } from 'node:fs/promises'
import { join, resolve } from 'node:path'
import { expect, test } from '../server.js'
import { figuresDiffer } from './figures.js'

test.use({ serviceWorkers: 'allow' })

const root = resolve(import.meta.dirname, '../../..')
const coreFolder = join(root, 'web/dist/core')
const MB = 1_000_000

type Json = null | boolean | number | string | Json[] | { [key: string]: Json }

/** The same numbers at each run. */
function lots(seed: number) {
  let state = seed
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return state / 2 ** 32
  }
}

/** A plan whose numbers are others by up to a fifth, and of which here and there one is not measured. */
function shaken(plan: Json, random: () => number, key = ''): Json {
  if (Array.isArray(plan)) return plan.map((one) => shaken(one, random, key))
  if (typeof plan === 'object' && plan !== null)
    return Object.fromEntries(Object.entries(plan).map(([name, value]) => [name, name === 'catalogue' ? value : shaken(value, random, name)]))
  if (typeof plan !== 'number' || Number.isInteger(plan) || /^(acrossM|downM|widthM|lengthM)$/.test(key)) return plan
  const lot = random()
  return lot < 0.02 ? null : lot < 0.3 ? plan * (0.8 + 0.4 * random()) : plan
}

/** Core in the page, as the worker has it. */
async function startCore(page: Page, server: string) {
  const [name] = await readdir(coreFolder)
  await page.goto(server)
  await page.evaluate(`(async () => {
    const { dotnet } = await import('/core/${name}/dotnet.js')
    const runtime = await dotnet.create()
    window.core = (await runtime.getAssemblyExports('Terrapin.Browser')).Terrapin.Browser.DeviceAnswers
  })()`)
  let number = 0
  return (plan: Json) =>
    page.evaluate(
      ([number, json]) => {
        const { core } = window as unknown as {
          core: {
            Hold(n: number, json: string): string
            About(path: string, query: string[], n: number, today: number): string
          }
        }
        return core.Hold(number, json) || core.About('/api/assessments', [], number, 20_000)
      },
      [++number, JSON.stringify(plan)] as const,
    )
}

async function onServer(server: string, plan: Json) {
  const answer = await fetch(`${server}/api/assessments`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(plan),
  })
  return {
    status: answer.status,
    json: (await answer.json()) as { errors?: Json },
  }
}

test('Core on the device gives the server’s figures, of the demos and of plans at random', async ({ page, demo }) => {
  const assess = await startCore(page, demo)
  const files = (await readdir(join(root, 'demo'))).filter((name) => name.endsWith('.json'))
  const plans: [string, Json][] = []
  for (const file of files)
    plans.push([
      file,
      (
        JSON.parse(await readFile(join(root, 'demo', file), 'utf8')) as {
          plan: Json
        }
      ).plan,
    ])
  for (let seed = 1; seed <= 12; seed++) {
    const [name, plan] = plans[seed % files.length]!
    plans.push([`${name}, shaken ${seed}`, shaken(plan, lots(seed))])
  }
  let assessed = 0
  for (const [name, plan] of plans) {
    const own = await assess(plan)
    const server = await onServer(demo, plan)
    const mine = JSON.parse(own.slice(3)) as { errors?: Json }
    expect(Number(own.slice(0, 3)), name).toBe(server.status)
    if (server.status === 200) {
      assessed++
      expect(figuresDiffer(mine, server.json), name).toEqual([])
    } else {
      expect(mine.errors, name).toEqual(server.json.errors)
    }
  }
  expect(assessed).toBeGreaterThan(10)
})

test('Core comes packed, under 2.2 MB, and the first load is under 200 kB of script', async ({ page, demo }) => {
  const [name] = await readdir(coreFolder)
  const packed = (await readdir(join(coreFolder, name!))).filter((file) => file.endsWith('.br'))
  const sizes = await Promise.all(packed.map(async (file) => (await stat(join(coreFolder, name!, file))).size))
  expect(sizes.reduce((sum, size) => sum + size)).toBeLessThan(2.2 * MB)

  const answer = await fetch(`${demo}/core/${name}/dotnet.js`, {
    headers: { 'Accept-Encoding': 'br' },
  })
  expect(answer.headers.get('Content-Encoding')).toBe('br')
  expect(answer.headers.get('Cache-Control')).toContain('immutable')
  expect(await answer.text()).toContain('dotnet')
  const wasm = packed.find((file) => file.startsWith('dotnet.native') && file.includes('.wasm'))!.slice(0, -3)
  expect((await fetch(`${demo}/core/${name}/${wasm}`)).headers.get('Content-Type')).toBe('application/wasm')

  let script = 0
  page.on('response', (response) => {
    if (!response.url().endsWith('.js') || response.url().includes('/core/') || response.fromServiceWorker()) return
    const length = response.headers()['content-length']
    void response.body().then(
      (body) => (script += Number(length ?? body.length)),
      () => undefined,
    )
  })
  await page.goto(demo)
  await expect(page.getByLabel('New site')).toBeVisible()
  expect(script).toBeGreaterThan(0)
})
