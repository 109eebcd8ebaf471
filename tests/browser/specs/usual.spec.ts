import { expect, remember, test } from '../server.js'

test.beforeEach(({ page }) => remember(page, { author: 'Maren Oddy', survey: 'sheet' }))

for (const { name, size, touch } of [
  { name: '1280 px', size: { width: 1280, height: 800 }, touch: false },
  { name: '390 px', size: { width: 390, height: 844 }, touch: true },
]) {
  test.describe(`at ${name}`, () => {
    test.use({ viewport: size, hasTouch: touch })

    test('what was not measured is assumed as usual in one press, marked, and gives way to a measurement', async ({ page, scratch }) => {
      await page.goto(scratch)
      await page.getByLabel('New site').fill(`Assumed at ${name}`)
      await page.keyboard.press('Enter')
      await expect(page.getByRole('heading', { name: 'The stop valve', exact: true })).toBeVisible()
      await page.getByRole('link', { name: 'Rooms' }).first().click()
      await page.getByRole('button', { name: /^Bungalow/ }).click()
      const drawing = page.getByRole('group', { name: /^The drawing of this storey/ })
      const bathroom = drawing.getByRole('button', { name: /^Room Bathroom/ })
      await expect(bathroom).toBeVisible()
      const height = page.getByRole('textbox', { name: 'Floor above the stop valve', exact: true })
      await bathroom.focus()
      await expect(height).toHaveAttribute('placeholder', 'not measured')
      await page.getByRole('button', { name: /^Usual values for \d+ not measured/ }).click()
      await expect(height).toHaveAttribute('placeholder', 'assumed -3 m to 4.5 m')
      await expect(page.getByText(/\d+ are assumed as usual in this room/)).toBeVisible()
      await height.fill('0.2')
      await height.press('Enter')
      await expect(height).toHaveValue('0.2 m')
      await height.fill('')
      await height.press('Enter')
      await expect(height).toHaveAttribute('placeholder', 'assumed -3 m to 4.5 m')
      await page.getByRole('button', { name: 'Leave them open' }).click()
      await expect(height).toHaveAttribute('placeholder', 'not measured')
      await page.getByRole('button', { name: 'Undo' }).click()
      await expect(height).toHaveAttribute('placeholder', 'assumed -3 m to 4.5 m')
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(size.width)
    })

    test('none of these, the other side and a branch are one press each', async ({ page, scratch }) => {
      await page.goto(scratch)
      await page.getByLabel('New site').fill(`Quick at ${name}`)
      await page.keyboard.press('Enter')
      const hangs = page.getByRole('region', { name: 'What hangs on it' })
      await hangs.getByRole('button', { name: /^None of these/ }).click()
      for (const question of ['Sprinklers or hose reels', 'Animals drink from it', "Other people's flats"])
        await expect(hangs.getByRole('radiogroup', { name: question }).getByRole('radio', { name: 'No', exact: true })).toBeChecked()
      await expect(hangs.getByRole('button', { name: /^None of these/ })).toHaveCount(0)

      const pipe = page.getByRole('region', { name: 'The pipe each side' })
      await pipe.getByRole('radiogroup', { name: 'Pipe before' }).getByRole('radio', { name: 'Steel' }).click()
      await pipe.getByRole('button', { name: 'After the valve as before it' }).click()
      await expect(pipe.getByRole('radiogroup', { name: 'Pipe after' }).getByRole('radio', { name: 'Steel' })).toBeChecked()

      const pipes = page.getByRole('region', { name: 'Pipes after the stop valve' })
      await pipes.getByRole('button', { name: 'Add a pipe' }).click()
      await pipes.getByRole('radiogroup', { name: 'Material' }).getByRole('radio', { name: 'PEX' }).click()
      await pipes.getByRole('button', { name: '16 × 2.2' }).click()
      await expect(pipes.getByRole('textbox', { name: 'Bore', exact: true })).toHaveValue('11.6 mm')
      await pipes.getByRole('button', { name: 'Add a branch of it' }).click()
      const branch = pipes.getByRole('listitem').filter({ hasText: 'Pipe 1, branch' })
      await expect(branch.getByRole('radiogroup', { name: 'Material' }).getByRole('radio', { name: 'PEX' })).toBeChecked()
      await expect(branch.getByRole('textbox', { name: 'Bore', exact: true })).toHaveValue('')
    })
  })
}
