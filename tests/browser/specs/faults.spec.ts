import type { Page } from '@playwright/test'
import { expect, remember, test } from '../server.js'
import { litres } from './steps.js'

const site = '/sites/net-loft-tidewrack-quay'

/** The number before "of" in "3 of 19". */
const safeLeaks = async (page: Page) => Number(/(\d+) of/.exec(await page.getByTestId('safe-leaks').innerText())![1])

test.beforeEach(({ page }) => remember(page, { author: 'Maren Oddy' }))

test('a rehearsal is scrubbed, played and chosen by its events, beside the floor at that moment', async ({ page, demo }) => {
  await page.goto(`${demo}${site}/rehearse?leak=bath-basin-hose&mode=asleep`)
  const moment = page.getByTestId('moment')
  await expect(moment).toContainText('Valve starts to turn')
  const floor = page.getByRole('img', { name: /^Under the roof after/ })
  await expect(floor.getByTestId('wet')).toBeVisible()
  const slider = page.getByRole('slider', { name: 'Moment since the first drop' })
  await slider.fill('0')
  await expect(moment).toContainText('First drop')
  await expect(floor).toHaveAccessibleName(/0 sensors wet, valve open/)
  await expect(floor.getByTestId('wet-sensor')).toHaveCount(0)
  await page
    .getByRole('button', { name: /^Sensor is wet, / })
    .first()
    .click()
  await expect(moment).toContainText('Bath, by the basin')
  await expect(floor.getByTestId('wet-sensor')).toHaveCount(1)
  const early = await floor.getByTestId('wet').getAttribute('d')
  await page.getByRole('button', { name: /^Flow has stopped/ }).press('Enter')
  await expect(floor).toHaveAccessibleName(/valve at the end of its stroke/)
  expect((await floor.getByTestId('wet').getAttribute('d'))!.length).toBeGreaterThan(early!.length)
  // Marks of one lane do not touch.
  const lane = await page.getByRole('button', { name: /^Sensor is wet, / }).all()
  const boxes = await Promise.all(lane.map(async (mark) => (await mark.boundingBox())!))
  for (let i = 1; i < boxes.length; i++) expect(boxes[i]!.x).toBeGreaterThanOrEqual(boxes[i - 1]!.x + 17)
  await slider.fill('0')
  await page.getByRole('button', { name: 'Play' }).click()
  await expect(moment).toContainText('Contacts are told')
  await page.getByRole('button', { name: 'Stop', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Play' })).toBeVisible()
})

test('another rehearsal is laid over it, and follows what is broken', async ({ page, demo }) => {
  await page.goto(`${demo}${site}/rehearse?leak=bath-basin-hose&mode=asleep`)
  const over = page.getByRole('button', { name: /^Laid over it/ })
  const drawn = page.getByTestId('laid-over')
  await expect(drawn).toHaveCount(0)
  await over.click()
  await page.getByRole('option', { name: 'Away' }).click()
  await expect(drawn.getByText('Away')).toBeVisible()
  const path = await drawn.locator('path').getAttribute('d')
  await page.getByRole('button', { name: 'Nothing broken' }).click()
  await page.getByRole('checkbox', { name: 'The hub is dead' }).check()
  await page.keyboard.press('Escape')
  await expect(page.getByTestId('escape')).toContainText('no end')
  await expect(drawn.locator('path')).not.toHaveAttribute('d', path!)
  await over.click()
  await page.getByRole('option', { name: 'Nothing broken' }).click()
  await expect(drawn.getByText('Nothing broken')).toBeVisible()
})

test('a handle that snags is drawn where it stands, and a rule that closes once more is tried and done', async ({ page, ownDemo }) => {
  const leak = '/sites/hollin-bank/rehearse?leak=dairy-pipe&mode=away&faults=driveSnags'
  await page.goto(`${ownDemo}${leak}`)
  await expect(page.getByTestId('escape')).toContainText('no end')
  await page.getByRole('button', { name: /^Stroke ends, water runs on/ }).press('Enter')
  await expect(page.getByText('valve stands at 45°')).toBeVisible()
  await page.goto(`${ownDemo}/sites/hollin-bank/rehearse?view=faults`)
  const row = page.getByRole('row', { name: /^Pipe along the north wall/ }).first()
  await row.getByRole('button', { name: 'What helps' }).click()
  const again = page.getByRole('listitem').filter({ hasText: /to close once more when it has not; a handle that snags may break/ })
  await again.getByRole('button', { name: /^Do this/ }).click()
  await expect(
    page.getByRole('button', { name: /^Pipe along the north wall.*caught half way on the first stroke.*: [\d.]+ L/ }).first(),
  ).toBeVisible()
  await page.goto(`${ownDemo}${leak}`)
  await expect(page.getByTestId('escape')).not.toContainText('no end')
  await expect(page.getByRole('listitem').filter({ hasText: 'Valve starts to turn' })).toHaveCount(2)
  await page.goto(`${ownDemo}/sites/hollin-bank/rules`)
  await expect(page.getByText(/works a handle once more that has snagged: that may free it, or break it/).first()).toBeVisible()
})

test('with the hub dead the water runs on, and a reload rehearses the same', async ({ page, demo }) => {
  await page.goto(`${demo}${site}/rehearse?leak=bath-basin-hose&mode=asleep`)
  await expect(page.getByTestId('escape')).toContainText('48.9 L')
  await page.getByRole('button', { name: 'Nothing broken' }).click()
  await page.getByRole('checkbox', { name: 'The hub is dead' }).check()
  await page.keyboard.press('Escape')
  await expect(page.getByTestId('escape')).toContainText('no end')
  await expect(page.getByText('The hub is dead: nobody runs the rules.')).toBeVisible()
  await expect(page.getByText('never', { exact: true })).toBeVisible()
  await page.reload()
  await expect(page.getByTestId('escape')).toContainText('no end')
  await page.getByRole('button', { name: 'hub dead' }).click()
  await page.getByRole('button', { name: 'Nothing broken' }).last().click()
  await expect(page.getByTestId('escape')).not.toContainText('no end')
  expect(await litres(page)).toBeCloseTo(48.9, 1)
})

for (const { name, size, touch } of [
  { name: '1280 px', size: { width: 1280, height: 800 }, touch: false },
  { name: '390 px', size: { width: 390, height: 844 }, touch: true },
]) {
  test.describe(`at ${name}`, () => {
    test.use({ viewport: size, hasTouch: touch })

    test('the matrix is read, a cell opens its rehearsal, and a remedy that was tried makes more leaks safe', async ({ page, demo }) => {
      await page.goto(`${demo}${site}/rehearse?view=faults`)
      expect(await safeLeaks(page)).toBe(0)
      const dead = page.getByRole('button', { name: /^WC hose, Studio WC, Home, Asleep, The hub is dead: The hub is dead/ })
      await expect(dead).toBeVisible()
      const row = page.getByRole('row', { name: /^WC hose Studio WC/ }).first()
      await row.getByRole('button', { name: 'What helps' }).click()
      const link = page.getByRole('listitem').filter({ hasText: /^Link Studio WC, beside the pan straight to the drive/ })
      await expect(link).toContainText('runs on in 18 cases instead of 32')
      await link.getByRole('button', { name: /^Do this/ }).click()
      await expect(row.getByRole('button', { name: /The hub is dead: [\d.]+ L$/ })).toBeVisible()
      await expect(link).toHaveCount(0)
      await page.getByRole('button', { name: 'Undo' }).click()
      await expect(dead).toBeVisible()
      await dead.click()
      await expect(page).toHaveURL(/leak=studio-wc-hose.*faults=hubFailed/)
      await expect(page.getByTestId('escape')).toContainText('no end')
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(size.width)
    })

    test('pairs of faults are looked at, and a rule that shuts the water off when everyone leaves is tried and taken', async ({ page, demo }) => {
      await page.goto(`${demo}${site}/rehearse?view=faults`)
      const matrix = page.getByRole('region').or(page.locator('section')).filter({ hasText: 'whatever' }).first()
      await expect(matrix).toContainText('whatever single thing is broken')
      await page.getByRole('button', { name: /Broken besides/ }).click()
      await page.getByRole('option', { name: 'The internet is down' }).click()
      await expect(matrix).toContainText('with no internet, whatever else is broken')
      const pair = page.getByRole('button', { name: /^WC hose, Studio WC, Away, Holiday, The hub is dead: / })
      await expect(page.getByRole('button', { name: /^WC hose, Studio WC, Away, Holiday, no internet alone: [\d.]+ L/ })).toBeVisible()
      await expect(page.getByRole('button', { name: /, The internet is down: / })).toHaveCount(0)
      const row = page.getByRole('row', { name: /^WC hose Studio WC/ }).first()
      await row.getByRole('button', { name: 'What helps' }).click()
      const leaving = page.getByRole('listitem').filter({ hasText: /^Let a rule shut Under the stair when everyone has left/ })
      await leaving.getByRole('button', { name: /^Do this/ }).click()
      await expect(
        page.getByRole('button', { name: /^WC hose, Studio WC, Away, Holiday, The sensor that knows first is flat: [\d.]+ L/ }),
      ).toBeVisible()
      await expect(pair).toBeVisible()
      await page.goto(`${demo}${site}/rules`)
      await expect(page.getByText(/If the mode becomes away or holiday and stays so for 5 min/)).toBeVisible()
      await expect(page.getByRole('region', { name: 'Who closes what, when' }).getByText('shut already').first()).toBeVisible()
    })

    test('who closes what is read off a grid, a delay is changed in its cell, and a sensor only tells', async ({ page, demo }) => {
      await page.goto(`${demo}${site}/rules`)
      const grid = page.getByRole('region', { name: 'Who closes what, when' })
      const bath = grid.getByRole('button', { name: /Bath, by the basin.*, Home: / })
      await expect(bath).toHaveAccessibleName(/Home: closes in 2:31 62.9 L/)
      await bath.click()
      const delay = grid.getByRole('textbox', { name: 'Delay before closing' })
      await delay.fill('30')
      await delay.press('Enter')
      await expect(delay).toHaveValue('30 s')
      await expect(bath).toHaveAccessibleName(/Home: closes in 1:01 /)
      await grid.getByRole('radio', { name: 'Only tell' }).first().click()
      await expect(bath).toHaveAccessibleName(/Home: tells only runs on/)
      await page.getByRole('button', { name: 'Undo' }).click()
      await page.getByRole('button', { name: 'Undo' }).click()
      await expect(bath).toHaveAccessibleName(/Home: closes in 2:31 62.9 L/)
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(size.width)
    })
  })
}

test('starting sets are tried on this house, and the one that is taken stands in place of all rules', async ({ page, demo }) => {
  await page.goto(`${demo}${site}/rules`)
  await page.getByRole('button', { name: /^\+ Starting sets/ }).click()
  const sets = page.getByRole('region', { name: 'Starting sets' })
  await expect(sets.getByRole('row', { name: /^As it is now/ })).toContainText('126 L')
  await expect(sets.getByRole('row', { name: /^Tell when home/ })).toContainText('19 of 19')
  await sets.getByRole('button', { name: 'Take it: At once' }).click()
  // What it does is seen in the grid, so the table folds away.
  await expect(sets.getByRole('table')).toHaveCount(0)
  const grid = page.getByRole('region', { name: 'Who closes what, when' })
  await expect(grid.getByRole('button', { name: /Bath, by the basin.*, Home: closes in 0:06/ })).toBeVisible()
  await expect(page.getByText('If any sensor stays wet for 5 s in every mode: tell, then close at once.')).toBeVisible()
  await page.getByRole('button', { name: /^\+ Starting sets/ }).click()
  await expect(sets.getByRole('row', { name: /^At once/ })).toContainText('taken')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(grid.getByRole('button', { name: /Bath, by the basin.*, Home: closes in 2:31/ })).toBeVisible()
})

test('a rule is written as text, broken, mended, and both views say the same', async ({ page, demo }) => {
  await page.goto(`${demo}${site}/rules`)
  await page.getByRole('button', { name: 'If any of 10 sensors stays wet for 5 s when away or holiday: tell, then close at once.' }).click()
  const card = page.getByRole('listitem').filter({ hasText: 'Nobody home: close at once' })
  await card.getByRole('button', { name: 'As text' }).click()
  const text = card.getByRole('textbox', { name: 'The rule as text' })
  await expect(text).toHaveText(/^rule "Nobody home: close at once"\s*when any of "Stair cupboard, by the stop valve", /, { useInnerText: true })
  const broken = 'rule "Out"\nwhen any sensor is wet for 8 s\nin away, sundays\nthen tell, close every valve'
  await text.fill(broken)
  const fault = card.getByRole('alert')
  await expect(fault).toContainText('Write one of home, asleep, holiday.')
  await fault.getByRole('button', { name: 'Line 3, column 10' }).click()
  expect(await page.evaluate(() => window.getSelection()?.toString())).toBe('sundays')
  // Nothing of it is applied, and it stays as typed.
  await page.getByRole('heading', { name: 'Rules', exact: true }).click()
  await expect(text).toHaveText(broken, { useInnerText: true })
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
  await text.fill(broken.replace('sundays', 'holiday'))
  await expect(card.getByText('Understood.')).toBeVisible()
  await text.press('Control+Enter')
  const sentence = page.getByRole('button', { name: 'If any sensor stays wet for 8 s when away or holiday: tell, then close at once.' })
  await expect(sentence).toBeVisible()
  const out = page.getByRole('listitem').filter({ has: page.getByText('Out', { exact: true }) })
  await out.getByRole('button', { name: 'By fields' }).click()
  await expect(out.getByRole('textbox', { name: 'Confirming time' })).toHaveValue('8 s')
  await expect(out.getByRole('switch', { name: 'And any sensor that is added' })).toBeChecked()
  // A sensor that is left out stays out, and the text says so.
  await out.getByRole('checkbox', { name: 'Roof WC, in the eaves' }).uncheck()
  await out.getByRole('button', { name: 'As text' }).click()
  const again = out.getByRole('textbox', { name: 'The rule as text' })
  await expect(again).toHaveText(/when any sensor but "Roof WC, in the eaves" is wet for 8 s/, { useInnerText: true })

  // What may come next is offered as it is typed, and taken by keys or by a press.
  await again.fill('rule "Out"\nwhen ')
  await again.press('End')
  await again.pressSequentially('the ')
  const offered = page.getByRole('listbox')
  await expect(offered.getByRole('option')).toHaveText(['mode comes for', 'power fails for', 'internet fails for'])
  // Keys go to the list once it has been open for a moment, so that nobody takes from it unawares.
  await page.waitForTimeout(150)
  await again.press('ArrowDown')
  await again.press('Enter')
  await again.pressSequentially(' 10 s in a')
  await offered.getByRole('option', { name: 'asleep' }).click()
  await again.pressSequentially(' then tell, close every valve')
  await expect(again).toHaveText('rule "Out"\nwhen the power fails for 10 s in asleep then tell, close every valve', { useInnerText: true })
  await expect(out.getByText('Understood.')).toBeVisible()
  await again.press('Control+Enter')
  await expect(page.getByRole('button', { name: 'If the power has failed for 10 s when asleep: tell, then close at once.' })).toBeVisible()
})

test('the setup sheet is worked through, its ticks stay, and a changed line is to be entered anew', async ({ page, demo }) => {
  await page.goto(`${demo}${site}/setup`)
  const left = page.getByTestId('lines-left')
  await expect(left).toHaveText('23')
  const bath = page.getByRole('checkbox', { name: /Bath, by the basin has been wet/ })
  await bath.check()
  await expect(left).toHaveText('22')
  await page.reload()
  await expect(left).toHaveText('22')
  await expect(bath).toBeChecked()
  const table = page.waitForEvent('download')
  await page.getByRole('button', { name: 'CSV' }).click()
  expect((await table).suggestedFilename()).toBe('net-loft-tidewrack-quay-setup.csv')
  // The delay of its rule changes: what was entered is not what is wanted any more.
  await page.getByRole('link', { name: 'Rules' }).first().click()
  const grid = page.getByRole('region', { name: 'Who closes what, when' })
  await grid.getByRole('button', { name: /Bath, by the basin.*, Home: / }).click()
  const delay = grid.getByRole('textbox', { name: 'Delay before closing' })
  await delay.fill('30')
  await delay.press('Enter')
  await expect(delay).toHaveValue('30 s')
  await page.getByRole('button', { name: /menu/i }).click()
  await page.getByRole('menuitem', { name: 'Setup sheet' }).click()
  await expect(left).toHaveText('23')
  await expect(bath).not.toBeChecked()
})

test('a delay is chosen from the curve of closings for nothing against litres', async ({ page, demo }) => {
  await page.goto(`${demo}${site}/rules`)
  const box = (name: string) => page.getByRole('textbox', { name, exact: true })
  for (const [name, text, shown] of [
    ['A mop, times a year', '50', '50'],
    ['A mop: wet for', '1 min', '60 s'],
  ] as const) {
    await box(name).fill(text)
    await box(name).press('Enter')
    await expect(box(name)).toHaveValue(shown)
  }
  const closings = page.getByTestId('false-closings')
  await expect(closings).toHaveText(/^[\d.]+$/)
  const before = Number(await closings.innerText())
  await page.getByRole('button', { name: /^Delay 1:30: / }).click()
  await expect.poll(async () => Number(await closings.innerText())).toBeLessThan(before)
  await expect(page.getByRole('button', { name: /^Delay 1:30: / })).toHaveAttribute('aria-pressed', 'true')
  await page.getByRole('button', { name: /^\+ Starting sets/ }).click()
  await expect(page.getByRole('columnheader', { name: 'Closed for nothing a year' })).toBeVisible()
})
