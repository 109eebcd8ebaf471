import { expect, remember, test } from '../server.js'
import { type } from './steps.js'

const site = '/sites/net-loft-tidewrack-quay'

test('a wrong entry is refused beside its field, and nothing changes', async ({ page, demo }) => {
  await remember(page, { survey: 'sheet' })
  await page.goto(`${demo}${site}/main`)
  const bore = page.getByRole('textbox', { name: 'Free bore', exact: true })
  for (const [typed, told] of [
    ['about so', 'no number'],
    ['3 bar', 'no unit for this'],
    ['-5 mm', 'outside what can be true'],
    ['3 m', 'outside what can be true'],
  ] as const) {
    await bore.fill(typed)
    await bore.press('Enter')
    await expect(page.getByRole('alert').filter({ hasText: told })).toBeVisible()
    await expect(bore).toHaveAttribute('aria-invalid', 'true')
    await expect(bore).toHaveValue(typed)
  }
  await expect(page.getByText('Revision 1')).toBeVisible()
  await bore.press('Escape')
  await expect(bore).toHaveValue('20.2 mm')

  const running = page.getByRole('textbox', { name: 'With a tap running', exact: true })
  await running.fill('5 bar at 15 L/min')
  await running.press('Enter')
  await expect(page.getByRole('alert').filter({ hasText: 'cannot be higher' })).toBeVisible()
  const pull = page.getByRole('textbox', { name: 'Pull to close', exact: true })
  await pull.fill('85 N')
  await pull.press('Enter')
  await expect(page.getByRole('alert').filter({ hasText: 'Two readings' })).toBeVisible()
})

test('not measured is an answer that widens the figures', async ({ page, demo }) => {
  await remember(page, { survey: 'sheet' })
  await page.goto(`${demo}${site}/main`)
  await page.getByRole('button', { name: 'Pressure at rest: not measured' }).click()
  await expect(page.getByRole('textbox', { name: 'Pressure at rest', exact: true })).toHaveValue('')
  await expect(page.getByText('Pressure at the stop valve: not measured. What is lost is calculated for 1 bar to 10 bar.')).toBeVisible()
  await page.goto(`${demo}${site}/rehearse?leak=bath-basin-hose&mode=home`)
  await expect(page.getByTestId('escape')).toContainText('at most')
})

test("a second window's stale save is refused without loss", async ({ page, context, ownSite }) => {
  await remember(page, { author: 'Maren Oddy', survey: 'sheet' })
  const stopValve = `${await ownSite('net-loft')}/main`
  await page.goto(stopValve)
  const other = await (await context.browser()!.newContext()).newPage()
  await remember(other, { author: 'Tove Brill', survey: 'sheet' })
  await other.goto(stopValve)

  await type(page, 'Free bore', '19', '19 mm')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Revision 2')).toBeVisible()

  await type(other, 'Pressure at rest', '4.2 bar', '4.2 bar')
  await other.getByRole('button', { name: 'Save' }).click()
  const dialog = other.getByRole('dialog', { name: 'Somebody saved in the meantime' })
  await expect(dialog).toContainText('Maren Oddy saved revision 2')
  await expect(dialog).toContainText('Stop valve Under the stair: changed')

  // Go on working: mine is still here. Take theirs: mine is one undo away. Save on top: both are in the history.
  await dialog.getByRole('button', { name: 'Go on working' }).click()
  await expect(dialog).toBeHidden()
  await expect(other.getByRole('textbox', { name: 'Pressure at rest', exact: true })).toHaveValue('4.2 bar')
  await other.keyboard.press('Control+s')
  await dialog.getByRole('button', { name: 'Take theirs' }).click()
  await expect(other.getByRole('textbox', { name: 'Free bore', exact: true })).toHaveValue('19 mm')
  await other.keyboard.press('Control+z')
  await expect(other.getByRole('textbox', { name: 'Pressure at rest', exact: true })).toHaveValue('4.2 bar')
  await other.keyboard.press('Control+s')
  await expect(other.getByText('Revision 3')).toBeVisible()
  await other.getByRole('button', { name: 'Menu' }).click()
  await other.getByRole('menuitem', { name: 'Revisions' }).click()
  // Three revisions, and what was put aside on this device.
  await expect(other.getByText('Put aside on this device')).toBeVisible()
  await expect(other.getByRole('dialog', { name: 'Revisions' }).getByRole('listitem')).toHaveCount(4)
})

test('stale work can be saved on top of what is newer', async ({ page, context, ownSite }) => {
  await remember(page, { author: 'Maren Oddy', survey: 'sheet' })
  const stopValve = `${await ownSite('net-loft')}/main`
  await page.goto(stopValve)
  const other = await context.newPage()
  await other.goto(stopValve)
  await type(other, 'Pressure at rest', '4.2 bar', '4.2 bar')
  await other.keyboard.press('Control+s')
  await expect(other.getByText('Revision 2')).toBeVisible()
  await type(page, 'Free bore', '19', '19 mm')
  await page.keyboard.press('Control+s')
  await page.getByRole('button', { name: 'Save mine on top' }).click()
  await expect(page.getByText('Revision 3')).toBeVisible()
  await expect(page.getByRole('textbox', { name: 'Free bore', exact: true })).toHaveValue('19 mm')
})

test('a file that is no site file is refused with its reason', async ({ page, ownDemo: demo }) => {
  await remember(page, { author: 'Maren Oddy' })
  await page.goto(demo)
  for (const [content, told] of [
    ['no json at all', 'this is not JSON'],
    ['{"format":"something else"}', 'not a site file'],
    ['{"format":"terrapin-site","formatVersion":9}', 'version 9'],
  ] as const) {
    await page.getByLabel('Site file').setInputFiles({ name: 'site.json', mimeType: 'application/json', buffer: Buffer.from(content) })
    await expect(page.getByRole('alert')).toContainText(told)
  }
  await expect(page.getByRole('button', { name: /^Put away/ })).toHaveCount(4)
})
