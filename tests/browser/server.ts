import { test as base, expect, type Page } from '@playwright/test'
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { mkdtemp, readFile, rm } from 'node:fs/promises'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'

const root = resolve(import.meta.dirname, '../..')
const program = join(root, 'src/Terrapin.Server/bin/Release/net10.0/Terrapin.Server.dll')

async function freePort(): Promise<number> {
  const probe = createServer().listen(0, '127.0.0.1')
  await once(probe, 'listening')
  const address = probe.address()
  probe.close()
  if (address === null || typeof address === 'string') throw new Error('no port')
  return address.port
}

/** The real server over a new database: empty, or with the demo firm's sites. */
export async function startServer(withDemo: boolean): Promise<{ url: string; stop: () => Promise<void> }> {
  const folder = await mkdtemp(join(tmpdir(), 'terrapin-browser-'))
  const port = await freePort()
  const options = ['--port', `${port}`, '--data', folder, '--web', join(root, 'web/dist')]
  const child = spawn('dotnet', [program, ...options, ...(withDemo ? ['--demo', join(root, 'demo')] : [])], {
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  await new Promise<void>((ready, refuse) => {
    child.stdout.on('data', (text: Buffer) => text.toString().includes('is ready') && ready())
    child.on('exit', (code) => refuse(new Error(`the server ended with ${code}`)))
  })
  return {
    url: `http://127.0.0.1:${port}`,
    stop: async () => {
      child.kill('SIGKILL')
      await once(child, 'exit')
      await rm(folder, { recursive: true })
    },
  }
}

export const serverWith =
  (demo: boolean) =>
  async ({}, use: (url: string) => Promise<void>) => {
    const server = await startServer(demo)
    await use(server.url)
    await server.stop()
  }

const shared = async ({}, use: (url: string) => Promise<void>) => use(process.env['TERRAPIN_TESTED']!)

/**
 * Whoever saves nothing uses `demo`; whoever saves begins a site on `scratch`, or has a copy of a demo site there by `ownSite`, which gives
 * its address: both are the one server that all tests share. `empty` and `ownDemo` are a test's own: they cost a start each, and are for
 * tests that count sites, and of the firm's catalogue.
 */
export const test = base.extend<{ demo: string; scratch: string; empty: string; ownDemo: string; ownSite: (file: string) => Promise<string> }>({
  demo: shared,
  scratch: shared,
  ownDemo: serverWith(true),
  empty: serverWith(false),
  ownSite: async ({ scratch }, use) => {
    await use(async (file) => {
      const answer = await fetch(`${scratch}/api/sites/import`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', 'Terrapin-Author': 'Maren Oddy' },
        body: await readFile(join(root, 'demo', `${file}.terrapin.json`)),
      })
      if (!answer.ok) throw new Error(`the copy of ${file} was refused: ${await answer.text()}`)
      const { siteId } = (await answer.json()) as { siteId: string }
      return `${scratch}/sites/${siteId}`
    })
  },
  page: async ({ page }, use) => {
    const troubles: string[] = []
    page.on('pageerror', (error) => troubles.push(error.message))
    await use(page)
    expect(troubles, 'errors in the page').toEqual([])
  },
})

/** Says who saves and how it shall look, as a returning person's browser would know. */
export const remember = (page: Page, kept: Record<string, string>) =>
  page.addInitScript((entries) => {
    for (const [key, value] of Object.entries(entries)) {
      if (localStorage.getItem(`terrapin.${key}`) === null) localStorage.setItem(`terrapin.${key}`, value)
    }
  }, kept)

export { expect }
