import type { Locator, Page } from '@playwright/test'
import { expect, remember, test } from '../server.js'

/** Counts what a hand does: each press, each field that is filled, each key. */
class Hand {
  actions = 0

  constructor(readonly page: Page) {}

  async press(what: Locator) {
    await what.click()
    this.actions++
  }

  async write(what: Locator, text: string) {
    await what.fill(text)
    this.actions++
  }

  async key(key: string) {
    await this.page.keyboard.press(key)
    this.actions++
  }

  /** A field that is understood when it is left. */
  async measure(label: string, text: string, understood: string) {
    const field = this.page.getByRole('textbox', { name: label, exact: true })
    await this.write(field, text)
    await this.key('Enter')
    await expect(field).toHaveValue(understood)
  }

  async choose(label: string, option: string | RegExp) {
    await this.press(this.page.getByRole('button', { name: new RegExp(`^${label}`) }).first())
    await this.press(this.page.getByRole('option', { name: option }).first())
  }

  stage(name: string) {
    return this.press(this.page.getByRole('link', { name }).first())
  }
}

/** 4 rooms, 7 fixtures, 6 sensors, one driven valve, a hub and a rule: to the litres. */
async function enterHouse(page: Page, server: string): Promise<number> {
  const hand = new Hand(page)
  await remember(page, { author: 'Maren Oddy', survey: 'sheet' })
  await page.goto(server)
  await hand.write(page.getByLabel('New site'), 'House by the slip')
  await hand.key('Enter')
  await expect(page.getByRole('heading', { name: 'The stop valve', exact: true })).toBeVisible()
  await hand.press(page.getByRole('radio', { name: 'Ball with a lever' }))
  await hand.press(page.getByRole('radio', { name: 'DN 20' }))
  await hand.measure('Pull to close', '50 N at 100 mm', '50 N at 100 mm')
  await hand.measure('Pressure at rest', '3.5 bar', '3.5 bar')
  await hand.measure('With a tap running', '2.1 bar at 15 L/min', '2.1 bar at 15 L/min')
  await hand.press(page.getByRole('button', { name: 'Add a pipe' }))
  await hand.press(page.getByRole('radiogroup', { name: 'Material' }).getByRole('radio', { name: 'Copper' }))
  await hand.press(page.getByRole('button', { name: '15 × 0.7' }))
  await expect(page.getByRole('textbox', { name: 'Bore', exact: true })).toHaveValue('13.6 mm')
  await hand.measure('Length', '6', '6 m')

  await hand.stage('Drive')
  await hand.press(page.getByRole('radio', { name: /Saddle drive SA-20/ }))
  await hand.press(page.getByRole('radio', { name: 'Outlet', exact: true }))

  await hand.stage('Rooms')
  const line = page.getByLabel('Room, size and fixtures in one line')
  const drawing = page.getByRole('group', { name: /^The drawing of this storey/ })
  for (const [room, name] of [
    ['kitchen 4.2 x 3.1: sink, dishwasher', 'Kitchen'],
    ['utility 2.1 x 1.8: washer, boiler', 'Utility'],
    ['bathroom 2.4 x 2: basin, wc', 'Bathroom'],
    ['cloakroom 1.5 x 1.2: wc', 'Cloakroom'],
  ] as const) {
    await hand.write(line, room)
    await hand.key('Enter')
    await expect(drawing.getByRole('button', { name: new RegExp(`^Room ${name}`) })).toBeVisible()
  }

  await hand.stage('Sensors')
  await hand.press(page.getByRole('button', { name: 'One under every hose' }))
  const sensors = drawing.getByRole('button', { name: /^Sensor / })
  await expect(sensors).toHaveCount(6)

  await hand.stage('Reach')
  await hand.press(page.getByRole('button', { name: '+ House hub K7' }))
  await expect(drawing.getByRole('button', { name: /^Hub / })).toBeVisible()
  await hand.press(page.getByRole('button', { name: 'Draw Stop valve' }))

  await hand.stage('Rules')
  await hand.press(page.getByRole('button', { name: 'Add a rule' }))
  await expect(page.getByText(/If any sensor stays wet for 5 s in every mode: tell, then close at once/)).toBeVisible()
  await hand.press(page.getByRole('button', { name: 'Save' }))
  await expect(page.getByRole('button', { name: 'Save' })).toBeDisabled()
  await hand.stage('Rehearse')
  await hand.choose('Leak', /^Sink cold hose/)
  await expect(page.getByTestId('escape')).toContainText(/\d L/)
  return hand.actions
}

test('a house of four rooms, seven fixtures and six sensors is entered in under 90 actions', async ({ page, scratch }) => {
  const actions = await enterHouse(page, scratch)
  test.info().annotations.push({ type: 'actions', description: `${actions}` })
  expect(actions).toBeLessThan(90)
})

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true })
  test('the same house is entered in under 120 actions', async ({ page, scratch }) => {
    const actions = await enterHouse(page, scratch)
    test.info().annotations.push({ type: 'actions', description: `${actions}` })
    expect(actions).toBeLessThan(120)
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390)
  })
})

test('a ready-made house is stretched to size, and one that cannot be is refused', async ({ page, scratch }) => {
  await remember(page, { author: 'Maren Oddy', survey: 'sheet' })
  await page.goto(scratch)
  await page.getByLabel('New site').fill('Ready-made')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'The stop valve', exact: true })).toBeVisible()
  await page.getByRole('link', { name: 'Rooms' }).first().click()
  await page.getByLabel('Outside, width by depth').fill('2 x 3')
  await page.getByRole('button', { name: /^Two up two down/ }).click()
  await expect(page.getByRole('alert')).toContainText('4 to 60 m')
  await page.getByLabel('Outside, width by depth').fill('6 x 9')
  await page.getByRole('button', { name: /^Two up two down/ }).click()
  const drawing = page.getByRole('group', { name: /^The drawing of this storey/ })
  await expect(drawing.getByRole('button', { name: 'Room Kitchen, 6 by 4.5 m at 0.00 m, 4.50 m' })).toBeVisible()
  await expect(page.getByTestId('water-map')).toBeVisible()
  // Its leak points hang on a pipe that nobody has measured yet, so that sensors can be put under its hoses.
  await expect(page.getByRole('region', { name: 'Tally' })).toContainText('12 of 12; 5 more no valve stops')
  await page.getByRole('button', { name: 'First floor', exact: true }).click()
  await expect(drawing.getByRole('button', { name: /^Bath in Bathroom/ })).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('Nothing is drawn yet')).toBeVisible()
})

test('the sheet is moved and zoomed by wheel, keys and buttons, and what is drawn stays where it is', async ({ page, demo }) => {
  await page.goto(`${demo}/sites/net-loft-tidewrack-quay/sensors`)
  await page.getByRole('button', { name: 'Flat', exact: true }).click()
  const drawing = page.getByRole('group', { name: /^The drawing of this storey/ })
  const kitchen = drawing.getByRole('button', { name: /^Room Flat kitchen/ })
  const boxOf = async () => (await kitchen.boundingBox())!
  await page.waitForLoadState('networkidle')
  const before = await boxOf()
  await page.getByRole('button', { name: 'Nearer' }).click()
  await expect.poll(async () => (await boxOf()).width).toBeGreaterThan(before.width * 1.2)
  await page.getByRole('button', { name: 'All of the storey' }).click()
  await expect.poll(async () => (await boxOf()).width).toBeCloseTo(before.width, 0)
  // The wheel holds the place under the pointer.
  const [x, y] = [before.x + before.width / 2, before.y + before.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.wheel(0, -300)
  await expect.poll(async () => (await boxOf()).width).toBeGreaterThan(before.width * 1.3)
  // A turn of the wheel may come in several parts.
  let near = await boxOf()
  await expect
    .poll(
      async () => {
        const last = near
        near = await boxOf()
        return near.width - last.width
      },
      { intervals: [300] },
    )
    .toBe(0)
  expect(Math.abs(near.x + near.width / 2 - x)).toBeLessThan(3)
  // Where rooms stay, their floor moves the sheet.
  await page.mouse.down()
  await page.mouse.move(x + 60, y + 40, { steps: 6 })
  await page.mouse.up()
  await expect.poll(async () => (await boxOf()).x - near.x).toBeCloseTo(60, 0)
  await expect(kitchen).toHaveAccessibleName(/at 0\.00 m, 0\.00 m/)
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
  await drawing.focus()
  await page.keyboard.press('0')
  await expect.poll(async () => (await boxOf()).width).toBeCloseTo(before.width, 0)
})
