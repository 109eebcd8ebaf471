import type { BrowserContext, Page } from '@playwright/test'
import { expect, remember, serverWith, test as base } from '../server.js'
import { figuresDiffer } from './figures.js'

/** One server for these tests, and on it a site for each that saves: nobody else changes what their devices keep. */
const test = base.extend<object, { own: string }>({ own: [serverWith(true), { scope: 'worker' }] })
test.use({ serviceWorkers: 'allow' })

interface Site {
  id: string
  name: string
}
const quernHouse: Site = { id: 'quern-house', name: 'Quern House' }
const hollinBank: Site = { id: 'hollin-bank', name: 'Hollin Bank' }

/** A record of what this device keeps. */
const kept = (page: Page, store: string, key: string) =>
  page.evaluate(
    ([store, key]) =>
      new Promise<unknown>((done, failed) => {
        const opening = indexedDB.open('terrapin')
        opening.onerror = () => failed(opening.error)
        opening.onsuccess = () => {
          const reading = opening.result.transaction(store).objectStore(store).get(key)
          reading.onerror = () => failed(reading.error)
          reading.onsuccess = () => {
            opening.result.close()
            done(reading.result)
          }
        }
      }),
    [store, key] as const,
  )

interface Figures {
  of: string
  assessment: unknown
}
const figures = (page: Page, site: Site) => kept(page, 'figures', site.id) as Promise<Figures>

async function onServer(server: string, plan: string): Promise<unknown> {
  const answer = await fetch(`${server}/api/assessments`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: plan,
  })
  return answer.json()
}

/** The app and Core have come to this device. */
async function ready(page: Page) {
  await expect
    .poll(() =>
      page.evaluate(async () => {
        const core = await (await caches.open('core')).keys()
        return navigator.serviceWorker.controller !== null && core.some((r) => r.url.includes('Terrapin.Documents'))
      }),
    )
    .toBe(true)
}

async function openOnce(page: Page, server: string, { id, name }: Site) {
  await remember(page, { author: 'Maren Oddy' })
  await page.goto(`${server}/sites/${id}/rooms`)
  await expect(page.getByRole('heading', { name: new RegExp(name) })).toBeVisible()
  await ready(page)
}

const save = (page: Page) => page.getByRole('button', { name: 'Save', exact: true }).click()
const standing = (page: Page, text: string) => expect(page.locator('header').getByText(text, { exact: true })).toBeVisible()

const aRoom = 'Room, size and fixtures in one line'
const aDevice = 'A device and its place in one line'

/** One typed line, and what it drew. */
async function draw(page: Page, label: string, line: string, drawn: RegExp) {
  const field = page.getByRole('textbox', { name: label, exact: true })
  await field.fill(line)
  await field.press('Enter')
  const drawing = page.getByRole('group', { name: /^The drawing of this storey/ })
  await expect(drawing.getByRole('button', { name: drawn })).toBeVisible()
}

async function withoutSignal(page: Page, context: BrowserContext) {
  await context.setOffline(true)
  await page.reload()
  await expect(page.getByRole('status').filter({ hasText: 'The server does not answer' })).toBeVisible()
}

test('without a signal a site opens, is drawn, assessed and saved, and all of it is sent when the signal is back', async ({ page, context, own }) => {
  await openOnce(page, own, quernHouse)
  await withoutSignal(page, context)
  await expect(page.getByRole('heading', { name: /Quern House/ })).toBeVisible()

  await draw(page, aRoom, 'wash house 2.4 x 2: washer, sink', /^Room Wash house/)
  await page.getByRole('link', { name: 'Sensors' }).first().click()
  await draw(page, aDevice, 'spot under washer in wash house', /^Sensor .*[Ww]ash/)
  const first = await figures(page, quernHouse)
  expect(first.of).toContain('Wash house')
  await save(page)
  await standing(page, 'Kept here, not sent yet')

  await page.reload()
  await standing(page, 'Kept here, not sent yet')
  await draw(page, aDevice, 'spot under sink in wash house', /^Sensor .*[Ss]ink/)
  await standing(page, 'Changed, not saved')
  // A device that is slow to start Core: what is opened waits for it.
  await page.addInitScript(() => {
    window.requestIdleCallback = (work) => window.setTimeout(() => work({ didTimeout: true, timeRemaining: () => 0 }), 3000)
  })
  await page.reload()
  await standing(page, 'Changed, not saved')
  await save(page)
  await standing(page, 'Kept here, not sent yet')
  const second = await figures(page, quernHouse)

  await context.setOffline(false)
  await standing(page, 'Revision 3')
  await expect(page.getByRole('status').filter({ hasText: 'The server does not answer' })).toBeHidden()
  const saved = (await (await fetch(`${own}/api/sites/${quernHouse.id}/plan`)).json()) as { number: number; plan: object }
  expect(saved.number).toBe(3)
  expect(JSON.stringify(saved.plan)).toContain('Wash house')
  // The figures are the server's.
  for (const { of, assessment } of [first, second]) expect(figuresDiffer(assessment, await onServer(own, of))).toEqual([])
  expect(figuresDiffer(JSON.parse(second.of), saved.plan)).toEqual([])
})

test('what somebody else saved meanwhile is met with mine beside it, and neither is lost', async ({ page, context, own }) => {
  await openOnce(page, own, hollinBank)
  await withoutSignal(page, context)
  await draw(page, aRoom, 'wash house 2.4 x 2', /^Room Wash house/)
  await save(page)
  await standing(page, 'Kept here, not sent yet')

  const plan = (await (await fetch(`${own}/api/sites/${hollinBank.id}/plan`)).json()) as { plan: { site: { notes: string } } }
  plan.plan.site.notes = 'Ring at the bakery.'
  const theirs = await fetch(`${own}/api/sites/${hollinBank.id}/plan`, {
    method: 'PUT',
    headers: {
      'Content-Type': 'application/json',
      'If-Match': '"1"',
      'Terrapin-Author': 'Tove Brill',
    },
    body: JSON.stringify(plan.plan),
  })
  expect(theirs.status).toBe(200)

  await context.setOffline(false)
  const dialog = page.getByRole('dialog', {
    name: 'Somebody saved in the meantime',
  })
  await expect(dialog.getByText('Name and notes of the site: changed')).toBeVisible()
  await expect(dialog.getByText('Room Wash house: added')).toBeVisible()
  await dialog.getByRole('button', { name: 'Take theirs' }).click()
  await standing(page, 'Revision 2')
  await page.reload()
  await standing(page, 'Revision 2')
  await page.keyboard.press('/')
  await page.getByRole('combobox').fill('Revisions')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Take up' }).click()
  await expect(page.getByRole('button', { name: /^Room Wash house/ })).toBeVisible()
  await save(page)
  await standing(page, 'Revision 3')
})

test('a site that was never opened here says what to do, and the list is as it was last seen', async ({ page, context, own }) => {
  await page.goto(own)
  await expect(page.getByRole('link', { name: /Quern House/ })).toBeVisible()
  await ready(page)
  await context.setOffline(true)
  await page.reload()
  await expect(page.getByText('not on this device')).toHaveCount(4)
  await page.getByRole('link', { name: /Quern House/ }).click()
  await expect(page.getByText('Open it once while the server answers', { exact: false })).toBeVisible()
})
