import { expect, it } from 'vitest'
import type { Plan } from '@/api/types'
import { foldAlike, placeOfFinding, tellWhy, type Finding } from './findings'

const finding: Finding = {
  code: 'drive-too-weak',
  widensBound: false,
  severity: 'stop',
  stage: 'drive',
  where: '/drive/specId',
  why: 'It gives {available}, this valve needs {needed}.',
  remedy: 'Choose a stronger drive.',
  trade: 'fitter',
  numbers: { available: { kind: 'torque', value: 12 }, needed: { kind: 'torque', value: 17.85 } },
}

it('tells a finding in the units of the reader', () => {
  expect(tellWhy(finding, 'metric')).toBe('It gives 12 N·m, this valve needs 17.9 N·m.')
  expect(tellWhy(finding, 'us')).toBe('It gives 8.85 lbf·ft, this valve needs 13.2 lbf·ft.')
})

it('tells what has one remedy once, in the order in which it was found', () => {
  const at = (where: string, other: Partial<Finding> = {}) => ({ ...finding, where, ...other })
  const found = [
    at('/a'),
    at('/b', { remedy: 'Take it out.' }),
    at('/c'),
    at('/d', { severity: 'note' }),
    at('/e'),
  ]
  expect(foldAlike(found).map((alike) => alike.map((f) => f.where))).toEqual([
    ['/a', '/c', '/e'],
    ['/b'],
    ['/d'],
  ])
  expect(foldAlike([])).toEqual([])
})

it('leads to the field that mends it', () => {
  const plan = {
    building: { stopValves: [{ id: 'main' }, { id: 'flat' }], rooms: [{ id: 'bath' }] },
    installation: { drives: [{ stopValveId: 'flat' }] },
  } as unknown as Plan
  const to = (where: string, stage: Finding['stage'] = 'main') =>
    placeOfFinding(plan, 'loft', { ...finding, where, stage })
  expect(to('/building/stopValves/1/collar/firm')).toEqual({
    path: '/sites/loft/main',
    query: { main: 'flat', card: 'collar', at: '/building/stopValves/1/collar/firm' },
  })
  expect(to('/building/stopValves/0/collar/firm', 'drive')).toMatchObject({
    path: '/sites/loft/drive',
    query: { main: 'main' },
  })
  expect(to('/building/rooms/0/leaks/2/pipeId')).toMatchObject({
    path: '/sites/loft/rooms',
    query: { room: 'bath' },
  })
  expect(to('/installation/drives/0/seen', 'drive')).toMatchObject({
    path: '/sites/loft/drive',
    query: { main: 'flat' },
  })
  expect(to('/building/supply/staticPressurePa')).toMatchObject({ query: { card: 'supply' } })
  expect(to('/installation/rules/0/modes')).toMatchObject({ path: '/sites/loft/rules' })
  expect(to('/installation/switches/0/fixtureId')).toMatchObject({ path: '/sites/loft/rules' })
  const cases = [{ leakId: 'hose', mode: 'away', faults: ['hubFailed'], meanwhile: [] }]
  const kept = { ...plan, cases } as unknown as Plan
  expect(placeOfFinding(kept, 'loft', { ...finding, where: '/cases/0', stage: 'rehearse' })).toEqual({
    path: '/sites/loft/rehearse',
    query: { leak: 'hose', mode: 'away', faults: 'hubFailed' },
  })
  expect(to('/cases/0', 'rehearse')).toBeNull()
  expect(to('/building/stopValves/7/kind')).toBeNull()
  expect(to('/site/name')).toBeNull()
})
