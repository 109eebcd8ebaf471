import { resolve } from 'node:path'
import { expect, remember, test } from '../server.js'

const folder = resolve(import.meta.dirname, '../../../docs/screenshots')
const site = '/sites/net-loft-tidewrack-quay'

const views: { file: string; path: string; width?: number; look?: string; storey?: string; press?: string[] }[] = [
  { file: 'sites', path: '/' },
  { file: 'main', path: `${site}/main?card=pull` },
  { file: 'mains', path: '/sites/quern-house/main?main=flat-3&card=handle', look: 'dark' },
  { file: 'catalogue', path: '/catalogue' },
  { file: 'options', path: `${site}/options` },
  { file: 'drive', path: `${site}/drive` },
  { file: 'floor', path: `${site}/rooms`, storey: 'Flat' },
  { file: 'places', path: `${site}/sensors`, storey: 'Studio', press: ['Where to put', 'Find places'] },
  { file: 'reach', path: `${site}/reach`, storey: 'Studio' },
  { file: 'reach-phone', path: `${site}/reach`, storey: 'Flat', width: 390, look: 'dark' },
  { file: 'bill', path: `${site}/bill` },
  { file: 'rooms', path: `${site}/rooms?room=stair-cupboard&view=list` },
  { file: 'sensors', path: `${site}/sensors`, storey: 'Flat' },
  { file: 'rules', path: `${site}/rules` },
  { file: 'rehearse', path: `${site}/rehearse?leak=bath-basin-hose&mode=home` },
  { file: 'bench', path: '/bench/axis-offset' },
  { file: 'faults', path: `${site}/rehearse?view=faults`, look: 'dark' },
  { file: 'trust', path: `${site}/rehearse?view=trust` },
  { file: 'rehearse-phone', path: `${site}/rehearse?leak=bath-basin-hose&mode=home`, width: 390 },
]

for (const view of views) {
  test(view.file, async ({ page, demo }) => {
    await page.setViewportSize({ width: view.width ?? 1280, height: 800 })
    await remember(page, { look: view.look ?? 'light', author: 'Maren Oddy' })
    await page.goto(demo + view.path)
    await expect(page.getByRole('main')).toBeVisible()
    await page.waitForLoadState('networkidle')
    await expect(page.getByText('could not be calculated yet')).toHaveCount(0, { timeout: 15_000 })
    if (view.file === 'rules') await expect(page.getByRole('button', { name: /Check:/ }).first()).toBeVisible()
    if (view.storey) {
      await page.getByRole('button', { name: view.storey, exact: true }).click()
      await expect(page.getByTestId(/^(water|reach)-map$/).first()).toBeVisible()
    }
    for (const name of view.press ?? []) await page.getByRole('button', { name, exact: true }).click()
    if (view.press) {
      await expect(page.getByText('at worst').first()).toBeVisible()
      await expect(page.getByRole('button', { name: view.press.at(-1), exact: true })).toBeVisible()
    }
    await page.screenshot({ path: `${folder}/${view.file}.png` })
  })
}
