import { expect, remember, test } from '../server.js'
import { choose, type } from './steps.js'

const netLoft = '/sites/net-loft-tidewrack-quay'

test('places are found, say what they buy, and are accepted one by one', async ({ page, demo }) => {
  await remember(page, { author: 'Maren Oddy' })
  await page.goto(`${demo}${netLoft}/sensors`)
  await page.getByRole('button', { name: 'Where to put' }).click()
  await page.getByRole('button', { name: 'Find places' }).click()
  await expect(page.getByText('2 leaks that nothing hears')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Find places' })).toBeVisible()
  await expect(page.getByRole('group', { name: 'Litres against sensors' }).getByRole('button')).not.toHaveCount(0)
  const wheel = page.getByRole('listitem').filter({ hasText: 'Accept' }).filter({ hasText: 'Wheel room' })
  await expect(wheel).toContainText('nothing would hear it')
  const left = page.getByRole('button', { name: /^Accept Bath/ })
  await wheel.getByRole('button', { name: /^Accept/ }).click()
  await expect(page.getByRole('status').or(page.getByText('Changed, not saved')).first()).toBeVisible()
  await expect(wheel).toHaveCount(0)
  await expect(left).toBeVisible()
  await left.click()
  await expect(left).toHaveCount(0)
  // The leak that the drain took is heard now.
  await expect(page.getByText('No sensor ever knows of Basin hose in Wheel room')).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('No sensor ever knows of Basin hose in Wheel room')).toBeVisible()
})

test('a fixture goes to a wall with its leak points, takes them along, and a refused edit is marked where it is', async ({ page, scratch }) => {
  await remember(page, { author: 'Maren Oddy', survey: 'sheet' })
  await page.goto(scratch)
  await page.getByLabel('New site').fill('Fixture house')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Add a pipe' }).click()
  await page.getByRole('link', { name: 'Rooms' }).first().click()
  await page.getByLabel('File of rooms').setInputFiles({
    name: 'rooms.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      'storey,room,from the left [m],from above [m],length [m],width [m],finish\nGround floor,Scullery,,,3,2,vinyl\nGround floor,Pantry,,,0,2,\n',
    ),
  })
  await expect(page.getByRole('alert')).toContainText('Line 3: "Pantry" is 0 by 2 m')
  await page.getByLabel('File of rooms').setInputFiles({
    name: 'rooms.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      'storey,room,from the left [m],from above [m],length [m],width [m],finish\nGround floor,Scullery,,,3,2,vinyl\nGround floor,Pantry,,,2,2,\n',
    ),
  })
  await expect(page.getByRole('status').filter({ hasText: '2 rooms drawn' })).toBeVisible()
  await page.getByRole('button', { name: /^Room Scullery/ }).focus()
  await page.getByRole('button', { name: /^Put in a fixture/ }).click()
  await page.getByRole('option', { name: /^Washing machine/ }).click()
  const washer = page.getByRole('button', {
    name: /^Washing machine in Scullery/,
  })
  await expect(washer).toHaveAccessibleName(/water runs under it, at 0\.00 m, 0\.00 m/)
  const hose = page.getByRole('button', {
    name: /^Leak point Washing machine hose/,
  })
  await expect(hose).toHaveAccessibleName('Leak point Washing machine hose at 0.30 m, 0.05 m')
  await washer.focus()
  await page.keyboard.press('ArrowRight')
  await expect(washer).toHaveAccessibleName(/at 0\.10 m, 0\.00 m/)
  await expect(hose).toHaveAccessibleName('Leak point Washing machine hose at 0.40 m, 0.05 m')

  // A leak point outside its room is refused, and shown where that would be.
  await hose.focus()
  await type(page, 'From the left', '0.5', '0.5 m')
  const across = page.getByRole('textbox', {
    name: 'From the left',
    exact: true,
  })
  await across.fill('9')
  await across.press('Enter')
  await expect(page.getByText('is outside "Scullery"').first()).toBeVisible()
  await expect(page.getByTestId('mark')).toBeVisible()
  await across.press('Escape')

  // A sensor is put in; under the machine only a probe fits.
  await page.getByRole('link', { name: 'Sensors' }).first().click()
  await page.getByRole('button', { name: /^Room Scullery/ }).focus()
  await page.getByRole('button', { name: 'Put a Spot S4 into the chosen room' }).click()
  const spot = page.getByRole('button', { name: /^Sensor Scullery, Spot S4/ })
  await expect(spot).toBeVisible()
  await type(page, 'From the left', '0.4', '0.4 m')
  await type(page, 'From above', '0.3', '0.3 m')
  await expect(page.getByText('no room for its main part')).toBeVisible()
  await choose(page, 'Kind', 'Cord C3')
  await expect(page.getByText('no room for its main part')).toHaveCount(0)
  await page.getByRole('radio', { name: 'Fixed' }).click()

  // A rope is laid by keyboard, and no longer than it is sold.
  await page.getByRole('button', { name: /^Room Scullery/ }).focus()
  await page.getByRole('button', { name: 'Put a Rope R5 into the chosen room' }).click()
  await page.getByRole('button', { name: 'Lay the rope' }).click()
  const drawing = page.getByRole('group', {
    name: /^The drawing of this storey/,
  })
  await drawing.focus()
  await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('Enter')
  for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/Laid\s*0\.5 m\s*of 5 m/)).toBeVisible()
  await page.getByRole('button', { name: 'Done', exact: true }).click()
})

test('a picture lies under the drawing, scaled by two places and their distance', async ({ page, ownSite }) => {
  await remember(page, { author: 'Maren Oddy' })
  await page.goto(`${await ownSite('saint-brannocs')}/rooms`)
  await expect(page.getByRole('heading', { name: 'Ground floor' })).toBeVisible()
  const png = await page.evaluate(() => {
    const canvas = document.createElement('canvas')
    canvas.width = 120
    canvas.height = 60
    canvas.getContext('2d')!.fillRect(10, 10, 50, 20)
    return canvas.toDataURL('image/png').split(',')[1]!
  })
  await page.getByLabel('Picture of the plan').setInputFiles({
    name: 'plan.png',
    mimeType: 'image/png',
    buffer: Buffer.from(png, 'base64'),
  })
  await expect(page.getByText('Click two places on the picture')).toBeVisible()
  const drawing = page.getByRole('group', {
    name: /^The drawing of this storey/,
  })
  const picture = drawing.locator('image[href*="photographs"]')
  await expect(picture).toHaveAttribute('width', '1200')
  await drawing.focus()
  await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('Enter')
  for (let i = 0; i < 10; i++) await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('Enter')
  await page.getByRole('textbox', { name: 'They are apart' }).fill('2')
  await page.getByRole('button', { name: 'Scale it' }).click()
  await expect(picture).toHaveAttribute('width', '2400')
})

test('the bill counts what is chosen and calculates payback from typed figures', async ({ page, demo }) => {
  await remember(page, { author: 'Maren Oddy' })
  await page.goto(`${demo}${netLoft}/bill`)
  const total = page.getByRole('row', { name: /^Total/ })
  await expect(total).toContainText('1,072 EUR')
  await type(page, 'One leak would cost, EUR', '1000', '1,000')
  await expect(page.getByRole('row', { name: /^Left to pay after one avoided leak/ })).toContainText('72 EUR')
  await type(page, 'Insurer takes off a year, EUR', '67', '67')
  await expect(page.getByRole('row', { name: /^Paid by the rebate alone/ })).toContainText('16 years')
})
