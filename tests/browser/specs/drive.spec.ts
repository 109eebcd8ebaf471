import { expect, remember, test } from '../server.js'
import { type } from './steps.js'

const drive = '/sites/net-loft-tidewrack-quay/drive'

test('drives are ranked, with what speaks against each', async ({ page, demo }) => {
  await page.goto(demo + drive)
  const drives = page.getByRole('radiogroup', { name: 'Drive', exact: true }).getByRole('radio')
  await expect(drives).toHaveCount(4)
  await expect(drives.first()).toContainText('Saddle drive SA-20')
  await expect(drives.first()).toContainText('1.54 ×')
  await expect(drives.last()).toContainText('it may stall part way')
})

test('an axis beside the stem is dragged, and the leak runs on until it is back', async ({ page, demo }) => {
  await remember(page, { author: 'Maren Oddy' })
  await page.goto(demo + drive)
  await type(page, 'Grip radius', '50 mm', '50 mm')
  await type(page, 'Off along the open handle', '2 mm', '2 mm')
  await type(page, 'Off along the closed handle', '0 mm', '0 mm')
  await expect(page.getByText('Nothing to mend here.')).toBeVisible()

  const axis = page.getByRole('slider', { name: 'Axis of the motor' })
  await axis.scrollIntoViewIfNeeded()
  const box = (await axis.boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2 + 24, box.y + box.height / 2, { steps: 6 })
  await page.mouse.up()
  await expect(page.getByText(/The handle stops at .* from open/)).toBeVisible()
  await expect(page.getByRole('region', { name: 'Tally' }).getByRole('link', { name: /Leaks nobody would stop/ })).toContainText('19')
  await page.keyboard.press('Control+z')
  await expect(page.getByText(/The handle stops at .* from open/)).toBeHidden()

  const off = page.getByRole('textbox', { name: 'Off along the open handle', exact: true })
  await off.fill('60 mm')
  await off.press('Enter')
  await expect(page.getByRole('alert')).toContainText('smaller than the grip radius')
})

test('straps are dragged against what the pipe stands', async ({ page, demo }) => {
  await page.goto(demo + drive)
  await page.getByRole('radio', { name: /Stem drive ST-16/ }).click()
  await type(page, 'First strap', '45 mm', '45 mm')
  await type(page, 'Second strap', '75 mm', '75 mm')
  await page.getByRole('switch', { name: 'Both straps on one side' }).click()
  await page.getByRole('button', { name: /^Strapped pipe/ }).click()
  await page.getByRole('option', { name: 'Copper' }).click()
  await expect(page.getByText('Each strap pulls 533 N; this pipe stands 400 N.')).toBeVisible()
  await page.getByRole('slider', { name: 'Second strap' }).focus()
  for (let i = 0; i < 25; i++) await page.keyboard.press('ArrowRight')
  await expect(page.getByText('Each strap pulls 533 N; this pipe stands 400 N.')).toBeHidden()
})
