import { expect, it } from 'vitest'
import type { Plan } from '@/api/types'
import { chooseDrive, driveIndexOn, takeOutStopValve } from './drives'

const plan = () =>
  ({
    building: { stopValves: [{ id: 'street' }, { id: 'flat' }] },
    installation: {
      drives: [
        { stopValveId: 'flat', specId: 'sa-20', power: 'batteries', strokes: [{}], strokesPerYear: 24 },
      ],
    },
  }) as unknown as Plan

it('a drive of another kind keeps its supply and use, and nothing that was seen of the old one', () => {
  const draft = plan()
  chooseDrive(draft, 'flat', 'sd-12')
  expect(draft.installation.drives).toEqual([
    {
      stopValveId: 'flat',
      specId: 'sd-12',
      power: 'batteries',
      onMainsFailure: 'unknown',
      strokesPerYear: 24,
    },
  ])
  chooseDrive(draft, 'street', 'sa-20', 'mains')
  expect(draft.installation.drives.map((d) => [d.stopValveId, d.power])).toEqual([
    ['flat', 'batteries'],
    ['street', 'mains'],
  ])
})

it('the same drive on another supply keeps what was seen of it', () => {
  const draft = plan()
  chooseDrive(draft, 'flat', 'sa-20', 'mains')
  expect(draft.installation.drives[0]).toMatchObject({ power: 'mains', strokes: [{}] })
  chooseDrive(draft, 'flat', 'sa-20')
  expect(draft.installation.drives[0]!.power).toBe('mains')
})

it('a stop valve is taken out with its drive, and another one alone', () => {
  const draft = plan()
  takeOutStopValve(draft, 'street')
  expect(driveIndexOn(draft, 'flat')).toBe(0)
  takeOutStopValve(draft, 'flat')
  expect([draft.building.stopValves, draft.installation.drives]).toEqual([[], []])
})
