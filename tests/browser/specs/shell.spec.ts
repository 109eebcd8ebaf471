import { readFile } from 'node:fs/promises'
import { expect, remember, test } from '../server.js'

const site = '/sites/net-loft-tidewrack-quay'

test('keys go to the stages, find places, and show themselves', async ({ page, demo }) => {
  await page.goto(`${demo}${site}/main`)
  await expect(page.getByRole('heading', { name: 'The stop valve', exact: true })).toBeVisible()
  for (const [key, heading] of [
    ['7', 'Rehearse'],
    ['6', 'Rules'],
    ['5', 'Reach on the floor plan'],
    ['4', 'Sensors on the floor plan'],
    ['3', 'Rooms on the floor plan'],
    ['2', 'The drive'],
  ] as const) {
    await page.keyboard.press(key)
    await expect(page.getByRole('heading', { name: heading, level: 1, exact: true })).toBeVisible()
  }
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('Ctrl + S')
  await page.keyboard.press('Escape')
  await page.keyboard.press('/')
  await page.keyboard.type('dishwasher')
  await expect(page.getByRole('option', { name: 'Rehearse Dishwasher hose, Flat kitchen' })).toBeVisible()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/rehearse\?leak=dishwasher-hose/)
})

for (const width of [1280, 390])
  test(`a stage that is pressed while the site is still being opened is that site’s at ${width} px`, async ({ page, demo }) => {
    await page.setViewportSize({ width, height: 800 })
    let letGo = () => {}
    const held = new Promise<void>((done) => (letGo = done))
    await page.goto(`${demo}${site}/main`)
    await expect(page.getByRole('heading', { name: 'The stop valve', exact: true })).toBeVisible()
    await page.getByRole('link', { name: 'All sites' }).click()
    await page.route(/\/api\/sites\/quern-house\/plan$/, async (route) => {
      await held
      await route.continue()
    })
    await page.locator('a[href="/sites/quern-house/main"]').click()
    await expect(page.getByText('Opening the site …')).toBeVisible()
    await page.getByRole('link', { name: 'Rooms' }).click()
    await expect(page).toHaveURL(/\/quern-house\/rooms$/)
    letGo()
    await expect(page.getByRole('heading', { name: 'Quern House', exact: true })).toBeVisible()
    await expect(page.getByRole('heading', { name: 'Rooms on the floor plan', level: 1, exact: true })).toBeVisible()
  })

test('digits typed into a field stay in the field', async ({ page, demo }) => {
  await page.goto(`${demo}${site}/main`)
  const bore = page.getByRole('textbox', { name: 'Free bore', exact: true })
  await bore.fill('')
  await bore.pressSequentially('23')
  await expect(bore).toHaveValue('23')
  await expect(page).toHaveURL(/main$/)
})

test('units and look are switched and kept', async ({ page, demo }) => {
  await page.goto(`${demo}${site}/main?card=supply`)
  await page.getByRole('button', { name: 'Menu' }).click()
  await page.getByRole('menuitem', { name: /Units/ }).click()
  await expect(page.getByRole('textbox', { name: 'Pressure at rest', exact: true })).toHaveValue('55.1 psi')
  await page.getByRole('button', { name: 'Menu' }).click()
  await page.getByRole('menuitem', { name: /Look/ }).click()
  await page.reload()
  await expect(page.getByRole('textbox', { name: 'Pressure at rest', exact: true })).toHaveValue('55.1 psi')
  await expect(page.locator('html')).toHaveAttribute('data-look', 'dark')
})

test('the tally leads to the cause', async ({ page, demo }) => {
  await page.goto(`${demo}${site}/main`)
  const tally = page.getByRole('region', { name: 'Tally' })
  await tally.getByRole('link', { name: /Litres lost at most/ }).click()
  await expect(page.getByText('No sensor is known ever to get wet.')).toBeVisible()
  await tally.getByRole('button', { name: /Must be done/ }).click()
  await expect(page.getByRole('dialog', { name: 'All findings' })).toContainText('a drain takes its water first')
})

test('the example is loaded into an empty database, exported, and comes back the same', async ({ page, empty }) => {
  await remember(page, { author: 'Maren Oddy' })
  await page.goto(empty)
  await expect(page.getByRole('heading', { name: 'No site yet' })).toBeVisible()
  await page.getByRole('button', { name: 'Load the example' }).click()
  await expect(page.getByRole('heading', { name: 'Net Loft, Tidewrack Quay' })).toBeVisible()
  const exported = async (entry: string) => {
    await page.getByRole('button', { name: 'Menu' }).click()
    const download = page.waitForEvent('download')
    await page.getByRole('menuitem', { name: entry }).click()
    const file = await download
    return { path: await file.path(), name: file.suggestedFilename() }
  }
  const alone = await exported('Export its plan alone')
  expect(JSON.parse(await readFile(alone.path, 'utf8')).format).toBe('terrapin-site')
  const bundle = await exported('Export the saved site, with photographs')
  expect(bundle.name).toBe('net-loft-tidewrack-quay.terrapin.zip')
  for (const [i, file] of [alone, bundle].entries()) {
    await page.goto(empty)
    await page.getByLabel('Site file').setInputFiles(file.path)
    await expect(page).toHaveURL(new RegExp(`net-loft-tidewrack-quay-${i + 2}`))
  }
  await page.goto(empty)
  await page.getByLabel('Site file').setInputFiles({ name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('hello') })
  await expect(page.getByRole('alert')).toContainText('is not JSON')
})

test('a site that is not there says so', async ({ page, demo }) => {
  await page.goto(`${demo}/sites/nowhere/main`)
  await expect(page.getByText('There is no site "nowhere"')).toBeVisible()
})

test('the first load is under 200 kB of compressed script, in few files', async ({ page, demo }) => {
  let bytes = 0
  const sizes: Promise<void>[] = []
  page.on('response', (response) => {
    if (/\.js$/.test(new URL(response.url()).pathname)) {
      sizes.push(
        response
          .request()
          .sizes()
          .then((s) => void (bytes += s.responseBodySize)),
      )
    }
  })
  await page.goto(`${demo}${site}/rehearse`)
  await expect(page.getByTestId('escape')).toBeVisible()
  await Promise.all(sizes)
  expect(bytes).toBeGreaterThan(10_000)
  expect(bytes).toBeLessThan(200_000)
  // Each costs a request, and a phone with a weak signal waits for each.
  expect(sizes.length).toBeLessThan(20)
})
