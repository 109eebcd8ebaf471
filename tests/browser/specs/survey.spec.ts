import { expect, remember, test } from '../server.js'
import { choose, type } from './steps.js'

const site = '/sites/net-loft-tidewrack-quay'
const png = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAIAAAACCAIAAAD91JpzAAAAFklEQVR4nGP8z8DAwMDAxMDAwMDAAAANHQEDasKb6QAAAABJRU5ErkJggg==', 'base64')

test('the stop valve is walked card by card, and the sketch follows the numbers', async ({ page, scratch }) => {
  await remember(page, { author: 'Maren Oddy' })
  await page.goto(scratch)
  await page.getByLabel('New site').fill('Card walk')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Which valve' })).toBeVisible()
  // Each kind by its picture; a valve of several turns has a wheel in the sketch, a tee reaches to both sides of the stem.
  const handle = page.getByTestId('handle')
  await page.getByRole('radio', { name: 'Gate' }).click()
  await expect(handle).toHaveCount(0)
  await page.getByRole('radio', { name: 'Ball with a tee handle' }).click()
  const tee = (await handle.boundingBox())!.width
  await page.getByRole('radio', { name: 'Ball with a lever' }).click()
  await expect.poll(async () => (await handle.boundingBox())!.width).toBeLessThan(tee)
  await page.getByRole('button', { name: 'Next' }).click()
  await choose(page, 'Upstream stop', 'None')
  await expect(page.getByText('Nothing upstream closes.')).toBeVisible()
  await page.getByRole('button', { name: 'Next' }).click()
  await type(page, 'Handle length', '120', '120 mm')
  const sketch = page.getByRole('img', { name: 'The valve as measured' })
  await expect(sketch).toContainText('120 mm')
  await choose(page, 'Points when open', 'Along the pipe')
  await expect(page.getByTestId('swing')).toHaveCount(0)
  await choose(page, 'Swings to shut', 'To the right')
  const shut = (await page.getByTestId('swing').boundingBox())!
  expect(shut.y + shut.height / 2).toBeGreaterThan((await handle.boundingBox())!.y)
  await choose(page, 'Stem', 'Round')

  // An arm that is longer than the handle, a pipe that nobody makes: beside the field, nothing taken.
  await page.getByRole('button', { name: /^How stiff it is/ }).click()
  const pull = page.getByRole('textbox', { name: 'Pull to close', exact: true })
  await pull.fill('85 N at 140 mm')
  await pull.press('Enter')
  await expect(page.getByRole('alert')).toContainText('the handle is only 120 mm long')
  await pull.fill('85 N at 110 mm')
  await pull.press('Enter')
  await expect(sketch).toContainText('85 N at 110 mm')
  await page.getByRole('button', { name: /^The pipe each side/ }).click()
  await choose(page, 'Pipe before', 'Copper')
  const outside = page.getByRole('textbox', { name: 'Outside, before', exact: true })
  await outside.fill('24.3')
  await outside.press('Enter')
  await expect(page.getByRole('alert')).toContainText('the nearest are 22.2 mm and 28 mm')
  await outside.press('Escape')
  await type(page, 'Straight, before', '60 mm', '60 mm')

  // A wall over the handle is in the way of every drive with an envelope.
  await page.getByRole('button', { name: /^What is in the way/ }).click()
  await page.getByRole('button', { name: 'Add something in the way' }).click()
  await type(page, 'How far', '9 cm', '90 mm')
  await page.keyboard.press('Escape')
  await page.locator('h1').first().click()
  await page.keyboard.press('2')
  await page.getByRole('radio', { name: /Stem drive ST-16/ }).click()
  await expect(page.getByText('grips the flats of the stem, and this stem is round').first()).toBeVisible()
  await expect(page.getByText('needs 110 mm over the handle, and a wall is 90 mm away').first()).toBeVisible()
  const strap = page.getByRole('textbox', { name: 'First strap', exact: true })
  await strap.fill('70 mm')
  await strap.press('Enter')
  await expect(page.getByRole('alert')).toContainText('beyond the straight pipe, which ends 60 mm from the stem')
})

test('two stop valves in line: the better place for the drive is named, with reasons', async ({ page, demo }) => {
  await remember(page, { author: 'Maren Oddy' })
  await page.goto(`${demo}/sites/saint-brannocs/main`)
  await page.getByRole('button', { name: 'Add another stop valve' }).click()
  await expect(page.getByRole('navigation', { name: 'Stop valves' }).getByRole('link')).toHaveCount(2)
  await page.getByRole('radio', { name: 'Ball with a lever' }).click()
  await choose(page, 'Nominal size', 'DN 20')
  await choose(page, 'Takes its water', 'Run along the nave')
  const choice = page.getByRole('region', { name: 'Which stop valve gets the drive' })
  await expect(choice.getByRole('listitem').first()).toContainText('Stop valve 2')
  await expect(choice).toContainText('it takes several turns')
  await expect(page.getByText('This valve takes several turns; a drive gives')).toBeHidden()
  await page.goto(page.url().replace('/main?', '/drive?'))
  await page.getByRole('radio', { name: /Saddle drive SA-20/ }).click()
  await expect(page.getByRole('radio', { name: /Saddle drive SA-20/ })).toBeChecked()
  await page.goto(page.url().replace('/drive?', '/main?'))
  await page.getByRole('button', { name: 'Take Stop valve 2 out' }).click()
  await expect(page.getByText('This valve takes several turns; a drive gives')).toBeVisible()
})

test('photographs are made smaller, shown and taken out; what is none is refused', async ({ page, ownSite }) => {
  await remember(page, { author: 'Maren Oddy' })
  await page.goto(`${await ownSite('net-loft')}/main?card=photographs`)
  const picker = page.locator('input[type=file][multiple]')
  await page.getByRole('textbox', { name: 'Caption' }).fill('Handle from above')
  for (const [name, mimeType, buffer, told] of [
    ['notes.txt', 'text/plain', Buffer.from('no picture'), 'no JPEG, PNG or WebP'],
    ['broken.png', 'image/png', Buffer.from('no picture'), 'cannot be read'],
    ['large.jpg', 'image/jpeg', Buffer.alloc(10 * 1024 * 1024 + 1), 'larger than 10 MB'],
  ] as const) {
    await picker.setInputFiles({ name, mimeType, buffer })
    await expect(page.getByRole('alert')).toContainText(told)
  }
  await picker.setInputFiles({ name: 'handle.png', mimeType: 'image/png', buffer: png })
  const photograph = page.getByRole('img', { name: 'Handle from above' })
  await expect(photograph).toBeVisible()
  await expect.poll(() => photograph.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBe(2)
  await page.reload()
  await expect(photograph).toBeVisible()
  await page.getByRole('button', { name: 'Take out the photograph Handle from above' }).click()
  await expect(photograph).toBeHidden()
})

test('the catalogue is edited, written and read; a table at fault changes nothing', async ({ page, demo }) => {
  await page.goto(`${demo}/catalogue`)
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Drives as CSV' }).click()])
  const stream = await download.createReadStream()
  const parts: Buffer[] = []
  for await (const part of stream) parts.push(part as Buffer)
  const table = Buffer.concat(parts).toString()
  expect(table).toContain('sa-20,Saddle drive SA-20,saddle,mesh-868,20')

  const file = page.getByLabel('Catalogue file')
  const read = async (content: string) => {
    const chooser = page.waitForEvent('filechooser')
    await page.getByRole('button', { name: 'Read drives from CSV' }).click()
    await (await chooser).setFiles({ name: 'drives.csv', mimeType: 'text/csv', buffer: Buffer.from(content) })
  }
  await read(table.replace('rated torque [N·m]', 'rated torque [bar]'))
  await expect(page.getByRole('alert')).toContainText('Line 1, column 5 (rated torque): "bar" is no unit for it')
  await expect(page.getByRole('alert')).toContainText('nothing was changed')
  await read(table.replace('SA-20,saddle,mesh-868,20', 'SA-20,saddle,mesh-868,24'))
  await expect(page.getByRole('status')).toContainText('0 added, 4 replaced')
  await expect(file).toBeAttached()
  await expect(page.getByRole('button', { name: /Saddle drive SA-20/ })).toContainText('24 N·m')

  await page.getByRole('button', { name: 'Add a device' }).click()
  await type(page, 'Rated torque', '15 lbf·ft', '20.3 N·m')
  await expect(page.getByRole('button', { name: /New device/ })).toContainText('20.3 N·m')

  // The three reaches of an envelope say something together only.
  await type(page, 'Reach over the handle', '13 cm', '130 mm')
  await type(page, 'Reach across', '60', '60 mm')
  await expect(page.getByText('Counts once the whole group is given.').first()).toBeVisible()
  await type(page, 'Reach along', '70', '70 mm')
  await expect(page.getByText('Counts once the whole group is given.')).toHaveCount(15)
  await type(page, 'Copper', '250', '250 N')
  await expect(page.getByRole('textbox', { name: 'Reach over the handle', exact: true })).toHaveValue('130 mm')

  // Unsaved work is there after a reload, and can be put back.
  await page.reload()
  const unsaved = page.getByRole('region', { name: 'Not saved' })
  await expect(unsaved).toContainText('Saddle drive SA-20')
  await unsaved.getByRole('button', { name: 'Put it back' }).click()
  await expect(unsaved).toBeHidden()
  await expect(page.getByRole('button', { name: /Saddle drive SA-20/ })).toContainText('20 N·m')
})

test('the catalogue is edited once for the firm; a site keeps its copy, says where it differs, and takes it over', async ({
  page,
  ownDemo: demo,
}) => {
  await remember(page, { author: 'Maren Oddy' })
  await page.goto(`${demo}/catalogue`)
  await page.getByRole('button', { name: /^\S* ?Saddle drive SA-20/ }).click()
  await type(page, 'Rated torque', '9', '9 N·m')
  await page.getByRole('button', { name: 'Save for all sites' }).click()
  await expect(page.getByRole('status')).toContainText('Saved as revision 2')

  await page.goto(`${demo}${site}/drive`)
  await expect(page.getByText('The firm’s catalogue has other figures for Saddle drive SA-20 than this plan.')).toBeVisible()
  const drive = page.getByRole('radio', { name: /Saddle drive SA-20/ })
  await expect(drive).toContainText('20 N·m')
  await page.getByRole('link', { name: 'Look, and take them over' }).click()
  await expect(page.getByText('its figures differ')).toBeVisible()
  await page.getByRole('button', { name: 'Take over revision 2' }).click()
  await expect(page.getByText('It says the same as the firm’s, revision 2.')).toBeVisible()
  await page.getByRole('link', { name: /Drive/ }).first().click()
  await expect(drive).toContainText('9 N·m')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(drive).toContainText('20 N·m')

  // Two who work on the catalogue: the later goes on from what the earlier saved.
  await page.goto(`${demo}/catalogue`)
  await page.getByRole('button', { name: /^\S* ?Saddle drive SA-20/ }).click()
  await type(page, 'Rated torque', '11', '11 N·m')
  const firm = (await (await page.request.get(`${demo}/api/catalogue`)).json()) as { revision: number; catalogue: { hubs: { name: string }[] } }
  firm.catalogue.hubs[0]!.name = 'Renamed meanwhile'
  await page.request.put(`${demo}/api/catalogue`, {
    data: firm.catalogue,
    headers: { 'If-Match': `"${firm.revision}"`, 'Terrapin-Author': 'Somebody' },
  })
  await page.getByRole('button', { name: 'Save for all sites' }).click()
  await page.getByRole('button', { name: 'Go on from the newest' }).click()
  await page.getByRole('button', { name: 'Save for all sites' }).click()
  await expect(page.getByRole('status')).toContainText('Saved as revision 4')
  const merged = (await (await page.request.get(`${demo}/api/catalogue`)).json()) as {
    catalogue: { drives: { id: string; ratedTorque: { nm: number } }[]; hubs: { name: string }[] }
  }
  expect([merged.catalogue.hubs[0]!.name, merged.catalogue.drives.find((d) => d.id === 'sa-20')!.ratedTorque.nm]).toEqual(['Renamed meanwhile', 11])

  // What was before can be brought back.
  await page.getByText('4 revisions').click()
  await page.getByRole('button', { name: 'Bring back revision 1' }).click()
  await expect(page.getByRole('region', { name: 'Not saved' })).toContainText('Saddle drive SA-20')
})

test('options are kept and held side by side', async ({ page, demo }) => {
  await page.goto(`${demo}${site}/options`)
  const table = page.getByRole('table')
  await expect(table.getByRole('columnheader', { name: /Two mistakes mended/ })).toBeVisible()
  const row = table.getByRole('row', { name: /^Leaks nobody would stop/ })
  await expect(row.getByRole('cell')).toHaveText(['2', /^0/, '19'])
  await page.getByRole('button', { name: 'Take it' }).first().click()
  await expect(row.getByRole('cell').first()).toContainText('0')
  await page.getByLabel('Name of the option').fill('As quoted')
  await page.getByRole('button', { name: 'Keep as an option' }).click()
  await expect(page.getByRole('checkbox', { name: 'As quoted' })).toBeVisible()
  await page.getByRole('checkbox', { name: 'As quoted' }).check()
  await expect(table.getByRole('columnheader', { name: /As quoted/ })).toBeVisible()
})
