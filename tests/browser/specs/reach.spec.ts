import { expect, remember, test } from '../server.js'
import { choose, type } from './steps.js'

const reach = '/sites/net-loft-tidewrack-quay/reach'

test('a hub is dragged and every margin follows; a reading counts in place of the prediction', async ({ page, demo }) => {
  await remember(page, { author: 'Maren Oddy' })
  await page.goto(demo + reach)
  await page.getByRole('button', { name: 'Studio', exact: true }).click()
  await expect(page.getByTestId('reach-map')).toBeVisible()
  const drawing = page.getByRole('group', { name: /^The drawing of this storey/ })
  const weakest = page.getByRole('region', { name: 'Tally' }).getByRole('link', { name: /^Weakest reach/ })
  const before = await weakest.innerText()
  const hub = drawing.getByRole('button', { name: /^Hub / })
  const box = (await hub.boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x - 160, box.y + 120, { steps: 12 })
  await page.mouse.up()
  await expect.poll(() => weakest.innerText()).not.toBe(before)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(() => weakest.innerText()).toBe(before)

  await drawing.getByRole('button', { name: /^Sensor Shop/ }).click()
  await expect(page.getByTestId('margin')).toHaveText('29.1 dB')
  await expect(page.getByRole('row', { name: /Brick 340 mm/ }).first()).toContainText('7.34 dB')
  await type(page, 'Signal read in place, dBm', '-80', '-80')
  await expect(page.getByTestId('margin')).toHaveText('10 dB')
  await expect(page.getByText(/weaker than predicted/)).toBeVisible()
  await page.getByRole('switch', { name: /^Closes Saddle drive SA-20/ }).click()
  await expect(page.getByText('Link it with the valve shut')).toBeVisible()
})

test('the best place for the hub is told, taken, and undone; repeaters are told not to be needed', async ({ page, demo }) => {
  await remember(page, { author: 'Maren Oddy' })
  await page.goto(demo + reach)
  await page.getByRole('button', { name: 'Fewest repeaters' }).click()
  await expect(page.getByText('None is needed')).toBeVisible()
  await page.getByRole('button', { name: 'Best place for the hub' }).click()
  await expect(page.getByText(/the weakest, .*, would have/)).toBeVisible()
  await page.getByRole('button', { name: 'Move the hub there' }).click()
  await expect(page.getByRole('heading', { name: 'Hub in the hall' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled()
})

test('margins are listed for those who want rows', async ({ page, demo }) => {
  await page.goto(`${demo}${reach}?view=list`)
  const rows = page.getByRole('main').locator('details')
  await expect(rows).toHaveCount(14)
  await expect(rows.first()).toContainText('19.1 dB')
  await rows.first().locator('summary').click()
  await expect(rows.first().getByText('floors')).toBeVisible()
})

test('batteries have a month each and one calendar', async ({ page, demo }) => {
  await page.goto(demo + reach)
  await page.getByRole('button', { name: 'Power', exact: true }).click()
  await expect(page.getByTestId('first-battery')).toHaveText(/^[A-Z][a-z]{2} 20\d\d$/)
  await expect(page.getByText(/falls due within ten years|In ten years \d+ visits? together/)).toBeVisible()
  await expect(page.getByRole('row')).toHaveCount(14)
})

test('devices are typed in one line, and a line that is not understood is marked and kept', async ({ page, demo }) => {
  await remember(page, { author: 'Maren Oddy' })
  await page.goto(demo + reach)
  const line = page.getByLabel('A device and its place in one line')
  await line.fill('repeater in the cellar')
  await page.keyboard.press('Enter')
  await expect(page.locator('mark')).toHaveText('cellar')
  await expect(line).toHaveValue('repeater in the cellar')
  await line.fill('repeater in the bedroom')
  await expect(page.getByText('Plug repeater P2: Repeater in bedroom')).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Repeater in bedroom' })).toBeVisible()
  await page.getByRole('link', { name: 'Sensors' }).first().click()
  await line.fill('spot under basin in wheel room')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Wheel room, under Basin hose' })).toBeVisible()
})

for (const width of [1280, 390]) {
  test.describe(`power at ${width} px`, () => {
    test.use({ viewport: { width, height: 800 }, hasTouch: width === 390 })
    test('what a power cut leaves is a strip, and follows what carries the hub', async ({ page, demo }) => {
      await page.goto(`${demo}/sites/net-loft-tidewrack-quay/reach`)
      const power = page.getByRole('button', { name: 'Power', exact: true })
      const shortest = page.getByTestId('power-cut')
      await power.click()
      await expect(shortest).toHaveText('8 h')
      const drawing = page.getByRole('group', { name: /^The drawing of this storey/ })
      await page.getByRole('button', { name: 'Studio', exact: true }).click()
      await drawing.getByRole('button', { name: /^Hub Hub in the hall/ }).focus()
      await page.getByRole('button', { name: 'Chosen', exact: true }).click()
      const hours = page.getByRole('textbox', { name: 'It carries hub and router for, h', exact: true })
      await hours.fill('0.5')
      await hours.press('Enter')
      await expect(hours).toHaveAttribute('aria-busy', 'false')
      await power.click()
      await expect(shortest).toHaveText('30 min')
      // The pack of the drive lasts longer than the hub.
      await expect(page.getByText('3.23 days')).toBeVisible()
      await page.getByRole('button', { name: 'Chosen', exact: true }).click()
      await page.getByRole('radiogroup', { name: 'Battery for a power cut' }).getByRole('radio', { name: 'No', exact: true }).click()
      await power.click()
      await expect(shortest).toHaveText('not at all')
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(width)
    })
  })
}

for (const width of [1280, 390]) {
  test.describe(`at ${width} px`, () => {
    test.use({ viewport: { width, height: 800 }, hasTouch: width === 390 })
    test.beforeEach(({ page }) => remember(page, { author: 'Maren Oddy' }))

    test('what helps a device that is heard too weakly is tried, taken and undone', async ({ page, demo }) => {
      await page.goto(`${demo}${reach}?view=list`)
      const row = page.getByRole('main').locator('details', { hasText: 'Shop' }).first()
      await row.locator('summary').click()
      await type(page, 'Signal read in place, dBm', '-99', '-99')
      const margin = row.getByTestId('margin')
      await expect(margin).toHaveText('-9 dB')
      // Where the device shows bars alone, they are a bound.
      await page.getByRole('button', { name: 'not read' }).first().click()
      await row.getByRole('radiogroup', { name: 'Or bars of five' }).first().getByRole('radio', { name: '2', exact: true }).click()
      await expect(margin).toHaveText('-4 dB to 10 dB')
      await row.getByRole('radiogroup', { name: 'Or bars of five' }).first().getByRole('radio', { name: 'None read' }).click()
      await expect(margin).not.toHaveText('-4 dB to 10 dB')
      await type(page, 'Signal read in place, dBm', '-99', '-99')
      await expect(margin).toHaveText('-9 dB')
      await row.getByRole('button', { name: 'Try what helps' }).click()
      const remedies = row.getByTestId('reach-remedies')
      await expect(remedies.getByRole('listitem').first()).toContainText(/A repeater in .*the weakest of all then has/s)
      const promised = await remedies.getByRole('listitem').first().locator('strong').innerText()
      await remedies.getByRole('button', { name: /^Do this: A repeater/ }).click()
      await expect(margin).toContainText(promised)
      await page.getByRole('button', { name: 'Undo' }).click()
      await expect(margin).toHaveText('-9 dB')
    })

    test('a battery in the cold lasts shorter, and lithium cells longer', async ({ page, demo }) => {
      await page.goto(demo + reach)
      await page.getByRole('button', { name: 'Studio', exact: true }).click()
      await page
        .getByRole('group', { name: /^The drawing of this storey/ })
        .getByRole('button', { name: /^Sensor Shop/ })
        .press('Enter')
      const life = page.getByTestId('battery-life')
      await expect(life).toHaveText('over 10 years')
      await type(page, 'Coldest there', '-10', '-10 °C')
      await type(page, 'Reports every', '10 min', '10 min')
      await expect(life).toHaveText(/^\d\.\d+ years$/)
      await expect(page.getByText(/years with lithium cells of as much charge/)).toBeVisible()
      const alkaline = Number.parseFloat(await life.innerText())
      await choose(page, 'Cells in it', 'Lithium')
      await expect.poll(async () => Number.parseFloat(await life.innerText())).toBeGreaterThan(1.5 * alkaline)
      await expect(page.getByText('with lithium cells of as much charge')).toBeHidden()
    })
  })
}

test('a signal that was saved says who read it', async ({ page, ownSite }) => {
  await remember(page, { author: 'Maren Oddy' })
  await page.goto(`${await ownSite('net-loft')}/reach?view=list`)
  const row = page.getByRole('main').locator('details', { hasText: 'Shop' }).first()
  await row.locator('summary').click()
  await type(page, 'Signal read in place, dBm', '-77', '-77')
  await page.getByRole('button', { name: /^Save/ }).click()
  await expect(row.getByText(/^Read by Maren Oddy, \d+ [A-Z][a-z]{2} 20\d\d\.$/)).toBeVisible()
})

test('the batch that is printed on a sensor is kept', async ({ page, demo }) => {
  await remember(page, { author: 'Maren Oddy' })
  await page.goto(demo + reach.replace('reach', 'sensors'))
  await page.getByRole('button', { name: 'Studio', exact: true }).click()
  await page
    .getByRole('group', { name: /^The drawing of this storey/ })
    .getByRole('button', { name: /^Sensor Shop/ })
    .press('Enter')
  const batch = page.getByRole('textbox', { name: 'Batch' })
  await batch.fill('26-04 B')
  await batch.press('Enter')
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled()
  await page.reload()
  await expect(page.getByText('Unsaved changes from before')).toBeVisible()
  await page.getByRole('button', { name: 'Studio', exact: true }).click()
  await page
    .getByRole('group', { name: /^The drawing of this storey/ })
    .getByRole('button', { name: /^Sensor Shop/ })
    .press('Enter')
  await expect(batch).toHaveValue('26-04 B')
})
