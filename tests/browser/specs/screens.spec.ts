import type { Page } from '@playwright/test'
import type axe from 'axe-core'
import { createRequire } from 'node:module'
import { expect, remember, test } from '../server.js'
import { type } from './steps.js'

const site = '/sites/net-loft-tidewrack-quay'
const of = (...stages: string[]) => stages.map((stage) => `${site}/${stage}`)

/** What one visit sees. */
const visits = {
  'the list, the catalogue and the bench': [
    '/',
    '/catalogue',
    '/bench/axis-offset',
    '/bench/closing',
    '/sites/quern-house/main?main=flat-2&card=photographs',
  ],
  'the stop valve and what it costs': of('main', 'main?card=pull', 'drive', 'options', 'bill', 'catalogue'),
  'the floor': of('rooms', 'rooms?room=kitchen&view=list', 'sensors', 'sensors?view=list', 'reach', 'reach?view=list'),
  'the rules': of('rules', 'rehearse', 'rehearse?view=faults', 'setup'),
}

const wide = { width: 1280, height: 800 }
const phone = { width: 390, height: 800 }

async function look(page: Page, url: string) {
  await page.goto(url)
  await expect(page.getByRole('main')).toBeVisible()
  await page.waitForLoadState('networkidle')
}

/** What listens to the width has drawn itself anew. */
async function resize(page: Page, size: { width: number; height: number }) {
  await page.setViewportSize(size)
  await page.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))))
}

async function expectFits(page: Page, screen: string) {
  const overhang = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
  expect(overhang, `${screen} is wider than the window`).toBe(0)
}

/** Puts the checks of accessibility into each page that is loaded. */
const bringAxe = (page: Page) => page.addInitScript({ path: createRequire(import.meta.url).resolve('axe-core/axe.min.js') })

async function expectAccessible(page: Page, screen: string, rules?: string[]) {
  // Nothing is read but what is wrong: several times as quick.
  const { violations } = await page.evaluate(
    (rules) => (window as unknown as { axe: typeof axe }).axe.run({ resultTypes: ['violations'], ...(rules && { runOnly: rules }) }),
    rules,
  )
  const serious = violations.filter((v) => v.impact === 'serious' || v.impact === 'critical')
  expect(
    serious.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`),
    screen,
  ).toEqual([])
}

/** What a finger is to press and is lower than 44 px; links in running text, and what is in a drawing, are none. */
const lowControls = (page: Page) =>
  page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('button, select, summary, input, nav a, a.act, a.act-quiet, [role=radio]')]
      .map((control) => control.closest('label') ?? control)
      .filter((control) => !control.closest('svg, .sr-only') && control.checkVisibility())
      .map((control) => ({ name: control.getAttribute('aria-label') ?? control.textContent.trim(), height: control.getBoundingClientRect().height }))
      .filter(({ height }) => height > 1 && height < 43.5)
      .map(({ name, height }) => `${name}: ${height.toFixed(0)} px`),
  )

async function expectPressable(page: Page, screen: string) {
  await expectFits(page, screen)
  expect(await lowControls(page), screen).toEqual([])
  await expectAccessible(page, screen, ['color-contrast'])
}

test.describe.configure({ mode: 'parallel' })
test.use({ hasTouch: true })

for (const [what, screens] of Object.entries(visits))
  test(`${what}: accessible, with contrast in both looks; they fit and can be pressed at both widths, before an edit and after it`, async ({
    page,
    demo,
  }) => {
    await remember(page, { author: 'Maren Oddy' })
    await bringAxe(page)
    for (const screen of screens) {
      await page.setViewportSize(wide)
      await look(page, demo + screen)
      await expectAccessible(page, screen)
      await expectFits(page, screen)
      await page.evaluate(() => document.documentElement.setAttribute('data-look', 'dark'))
      await expectAccessible(page, `${screen}, dark`, ['color-contrast'])
      await page.evaluate(() => document.documentElement.removeAttribute('data-look'))
      await resize(page, phone)
      await expectPressable(page, screen)
    }
    await look(page, `${demo}${site}/main?card=supply`)
    await type(page, 'Pressure at rest', '', '')
    await expect(page.getByRole('region', { name: 'Tally' }).getByText(/^was/).first()).toBeAttached()
    for (const screen of screens) {
      await look(page, demo + screen)
      await expectPressable(page, `${screen}, after an edit`)
    }
  })

test.describe('on a phone', () => {
  test.use({ viewport: phone })

  test('a switch is drawn flat, however large its target is', async ({ page, demo }) => {
    await look(page, `${demo}${site}/main?card=supply`)
    const track = page.getByRole('switch').first().locator('> span')
    const { width, height } = (await track.boundingBox())!
    expect(height).toBeLessThan(width)
    expect((await page.getByRole('switch').first().boundingBox())!.height).toBeGreaterThanOrEqual(44)
  })
})
