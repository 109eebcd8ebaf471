import type { Locator, Page } from '@playwright/test'
import { expect, remember, test } from '../server.js'

const STEPS = 12

/** Where a thing on the drawing says that it is, m. */
async function placeOf(thing: Locator): Promise<[number, number]> {
  const found = /at (-?[\d.]+) m, (-?[\d.]+) m$/.exec((await thing.getAttribute('aria-label'))!)!
  return [Number(found[1]), Number(found[2])]
}

/** Pixels of a metre on the drawing. */
const pixelsPerMetre = (page: Page) =>
  page.getByRole('group', { name: /^The drawing of this storey/ }).evaluate((svg) => (svg as SVGSVGElement).getScreenCTM()!.a * 100)

/** A pixel of a thing that nothing else covers. */
async function freeSpotOf(thing: Locator): Promise<{ x: number; y: number }> {
  await thing.scrollIntoViewIfNeeded()
  return thing.evaluate((element) => {
    const box = element.getBoundingClientRect()
    // Not on the very edge, beside which a finger would miss it; of an outline away from what stands at its middle, as the browser
    // takes the nearest for what was meant.
    const isOutline = element.getAttribute('aria-label')!.startsWith('Zone')
    const shares = isOutline ? [0.1, 0.9, 0.2, 0.8, 0.35, 0.65, 0.5] : [0.5, 0.35, 0.65, 0.2, 0.8, 0.1, 0.9, 0.02, 0.98]
    for (const i of shares) {
      for (const j of shares) {
        const [x, y] = [box.x + box.width * i, box.y + box.height * j]
        if (element.contains(document.elementFromPoint(x, y))) return { x, y }
      }
    }
    throw new Error(`${element.getAttribute('aria-label')} is covered`)
  })
}

interface Hand {
  down: (x: number, y: number) => Promise<void>
  move: (x: number, y: number) => Promise<void>
  up: () => Promise<void>
}

const mouse = (page: Page): Hand => ({
  down: async (x, y) => {
    await page.mouse.move(x, y)
    await page.mouse.down()
  },
  move: (x, y) => page.mouse.move(x, y),
  up: () => page.mouse.up(),
})

async function finger(page: Page): Promise<Hand> {
  const session = await page.context().newCDPSession(page)
  const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', points: { x: number; y: number }[]) =>
    session.send('Input.dispatchTouchEvent', { type, touchPoints: points })
  return {
    down: async (x, y) => void (await touch('touchStart', [{ x, y }])),
    move: async (x, y) => void (await touch('touchMove', [{ x, y }])),
    up: async () => void (await touch('touchEnd', [])),
  }
}

/** Takes a thing up and carries it by some metres, in many steps; it is not let go. */
async function carry(page: Page, hand: Hand, thing: Locator, [acrossM, downM]: [number, number]) {
  const from = await freeSpotOf(thing)
  const scale = await pixelsPerMetre(page)
  await hand.down(from.x, from.y)
  for (let i = 1; i <= STEPS; i++) {
    await hand.move(from.x + (acrossM * scale * i) / STEPS, from.y + (downM * scale * i) / STEPS)
  }
}

async function expectAt(thing: Locator, [acrossM, downM]: [number, number]) {
  const off = async () => {
    const [x, y] = await placeOf(thing)
    return Math.hypot(x - acrossM, y - downM)
  }
  await expect.poll(off, { message: (await thing.getAttribute('aria-label'))! }).toBeLessThan(0.04)
}

const undo = (page: Page) => page.getByRole('button', { name: /^Undo/ })

test('whatever is drawn is dragged by mouse, is one step of undo, and Escape puts it back', async ({ page, demo }) => {
  await page.goto(`${demo}/sites/net-loft-tidewrack-quay/rooms`)
  await page.getByRole('button', { name: 'Flat', exact: true }).click()
  await page.getByTestId('water-map').waitFor()
  const drawing = page.getByRole('group', { name: /^The drawing of this storey/ })
  const hand = mouse(page)

  const sensor = drawing.getByRole('button', { name: /^Sensor Living room/ })
  const start = await placeOf(sensor)
  await carry(page, hand, sensor, [0.9, -0.5])
  // Its litres are told on the way, and nothing is selected but the thing itself.
  await expect(page.getByText(/out before .* knows of/)).toBeVisible()
  expect(await page.evaluate(() => getSelection()!.toString())).toBe('')
  await hand.up()
  const there: [number, number] = [start[0] + 0.9, start[1] - 0.5]
  await expectAt(sensor, there)
  await expect(undo(page)).toBeEnabled()

  await carry(page, hand, sensor, [-0.6, 0.2])
  await page.keyboard.press('Escape')
  await expectAt(sensor, there)
  await hand.up()
  await expectAt(sensor, there)
  await undo(page).click()
  await expectAt(sensor, start)
  await expect(undo(page)).toBeDisabled()
})

/** What is dragged, on which storey, and by how many metres: nothing of it is refused, and nothing snaps. */
const things: [storey: string, name: RegExp, by: [number, number]][] = [
  ['Flat', /^Leak point Sink hose/, [-0.4, 0]],
  ['Flat', /^Dishwasher in/, [0, 1.3]],
  ['Flat', /^Opening to/, [-1.1, 0.3]],
  ['Flat', /^Room Bedroom/, [1.5, 1.2]],
  ['Studio', /^Doorway, 1 m/, [0.3, 0]],
  ['Studio', /^Drain in Wheel room/, [0.5, 0.4]],
  ['Studio', /^Zone in Glaze bench/, [-0.2, 0.3]],
  ['Studio', /^Clay bin/, [-0.7, -0.6]],
]

for (const [width, with_] of [
  [1280, 'a mouse'],
  [1280, 'a finger'],
  [390, 'a finger'],
] as const) {
  test.describe(`at ${width} px`, () => {
    test.use({ viewport: { width, height: 800 }, hasTouch: with_ === 'a finger' })
    test(`rooms and all that is in them are dragged by ${with_} to where they are let go`, async ({ page, demo }) => {
      await page.goto(`${demo}/sites/net-loft-tidewrack-quay/rooms`)
      const drawing = page.getByRole('group', { name: /^The drawing of this storey/ })
      const hand = with_ === 'a mouse' ? mouse(page) : await finger(page)
      for (const [storey, name, by] of things) {
        await page.getByRole('button', { name: storey, exact: true }).click()
        const thing = drawing.getByLabel(name).first()
        const at = await placeOf(thing)
        await carry(page, hand, thing, by)
        await hand.up()
        await expectAt(thing, [at[0] + by[0], at[1] + by[1]])
        await undo(page).click()
        await expectAt(thing, at)
        await expect(undo(page)).toBeDisabled()
      }
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(width)
    })
  })
}

for (const width of [1280, 390]) {
  test.describe(`a house at ${width} px`, () => {
    test.use({ viewport: { width, height: 800 }, hasTouch: width === 390 })
    test('a wall between rooms is dragged for both, with its doorway; the storey is drawn once more above', async ({ page, scratch }) => {
      await remember(page, { author: 'Maren Oddy' })
      await page.goto(scratch)
      await page.getByLabel('New site').fill('House by the slip')
      await page.keyboard.press('Enter')
      await expect(page.getByRole('heading', { name: 'The stop valve', exact: true })).toBeVisible()
      await page.getByRole('link', { name: 'Rooms' }).first().click()
      const drawing = page.getByRole('group', { name: /^The drawing of this storey/ })
      const line = page.getByRole('textbox', { name: 'Room, size and fixtures in one line' })
      for (const [typed, name] of [
        ['kitchen 3 x 2.5', /^Room Kitchen/],
        ['larder 2 x 2.5', /^Room Larder/],
      ] as const) {
        await line.fill(typed)
        await line.press('Enter')
        await expect(drawing.getByRole('button', { name })).toBeVisible()
      }
      await page.keyboard.press('Escape')
      const room = (name: string) => drawing.getByRole('button', { name: new RegExp(`^Room ${name}`) })
      // Nothing chosen: the sheet is the storey's.
      await page.getByRole('button', { name: 'Ground floor', exact: true }).click()
      await page.getByRole('button', { name: 'A doorway in the wall between rooms' }).click()
      const doorway = drawing.getByRole('button', { name: /^Doorway/ })
      await expect(doorway).toHaveAttribute('aria-label', /at 3.00 m, 0.85 m$/)

      await room('Kitchen').focus()
      const wall = drawing.getByRole('button', { name: /^Right wall of Kitchen/ })
      await expectAt(wall, [3, 1.25])
      const hand = width === 390 ? await finger(page) : mouse(page)
      await carry(page, hand, wall, [0.5, 0.3])
      await hand.up()
      await expectAt(wall, [3.5, 1.25])
      await expect(room('Kitchen')).toHaveAttribute('aria-label', /^Room Kitchen, 3.5 by 2.5 m/)
      await expect(room('Larder')).toHaveAttribute('aria-label', /^Room Larder, 1.5 by 2.5 m/)
      await expectAt(doorway, [3.5, 0.85])
      await undo(page).click()
      await expect(room('Larder')).toHaveAttribute('aria-label', /^Room Larder, 2 by 2.5 m/)

      await drawing.getByRole('button', { name: /^Lower left corner of Kitchen/ }).press('ArrowDown')
      await expect(room('Kitchen')).toHaveAttribute('aria-label', /^Room Kitchen, 3 by 2.6 m/)

      await page.getByRole('button', { name: 'Ground floor', exact: true }).click()
      await page.getByRole('button', { name: 'Draw it once more, as the storey above' }).click()
      await expect(page.getByRole('button', { name: 'First floor', exact: true })).toHaveAttribute('aria-current', 'true')
      await expect(room('Kitchen, first floor')).toBeVisible()
      await expect(doorway).toHaveCount(1)
    })
  })
}
