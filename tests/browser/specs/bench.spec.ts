import { expect, test } from '../server.js'
import { type } from './steps.js'

const worked = [
  ['supply-test', '23.7 L/min'],
  ['closing', '5.2 L'],
  ['drain-down', '22 L'],
  ['torque', '1.68 ×'],
  ['axis-offset', '85.4°'],
  ['straps', '88 N'],
  ['battery', '10.8 years'],
  ['backup', '114 hours'],
  ['film', '6.17 L'],
  ['radio', '22.1 dB'],
] as const

test('each calculator opens with its worked example and a line to copy', async ({ page, demo }) => {
  for (const [id, result] of worked) {
    await page.goto(`${demo}/bench/${id}`)
    await expect(page.getByTestId('bench-result')).toHaveText(new RegExp(result))
    await expect(page.getByTestId('bench-line')).toContainText('(')
    await expect(page.getByRole('main').getByText('Source.')).toBeVisible()
  }
})

test('a calculator follows what is typed, and refuses what cannot be beside its field', async ({ page, demo }) => {
  await page.goto(`${demo}/bench/leak-flow`)
  const result = page.getByTestId('bench-result')
  const before = Number.parseFloat(await result.innerText())
  await type(page, 'Hole', '3/16 in', '4.76 mm')
  await expect.poll(async () => Number.parseFloat(await result.innerText())).toBeLessThan(before * 0.7)
  const hole = page.getByRole('textbox', { name: 'Hole', exact: true })
  await hole.fill('3 m')
  await hole.press('Enter')
  await expect(page.getByRole('alert')).toContainText('outside what can be true')
})

test('the axis is dragged or nudged, and the travel follows', async ({ page, demo }) => {
  await page.goto(`${demo}/bench/axis-offset`)
  const axis = page.getByRole('slider', { name: 'Axis of the motor' })
  await expect(axis).toBeVisible()
  const box = (await axis.boundingBox())!
  const at = { x: box.x + box.width / 2, y: box.y + box.height / 2 }
  await page.mouse.move(at.x, at.y)
  await page.mouse.down()
  await page.mouse.move(at.x + 20, at.y, { steps: 5 })
  await page.mouse.up()
  await expect(page.getByText('Handle travel, it stays open', { exact: true })).toBeVisible()
  const off = page.getByRole('textbox', { name: 'Off along the open handle', exact: true })
  // The last place of the drag is in once the field stands still.
  let dragged = 0
  await expect(async () => {
    dragged = Number.parseFloat(await off.inputValue())
    await page.waitForTimeout(300)
    expect(Number.parseFloat(await off.inputValue())).toBe(dragged)
    expect(dragged).toBeGreaterThan(6)
  }).toPass()
  await axis.focus()
  await page.keyboard.press('ArrowLeft')
  await expect(off).toHaveValue(`${Math.round((dragged - 0.5) * 10) / 10} mm`)
  // Beyond the grip it cannot be: the last possible place stays.
  await off.fill('60 mm')
  await off.press('Enter')
  await expect(page.getByRole('alert')).toContainText('smaller than the grip radius')
})

test('straps on one side pull harder, and too hard for soft pipe', async ({ page, demo }) => {
  await page.goto(`${demo}/bench/straps`)
  await expect(page.getByTestId('bench-result')).toHaveText('88 N')
  await page.getByRole('switch', { name: 'Both on one side' }).click()
  await expect(page.getByTestId('bench-result')).toHaveText('733 N')
  await page.getByRole('slider', { name: 'Second strap' }).focus()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByTestId('bench-result')).toHaveText('688 N')
})
