import { expect, it } from 'vitest'
import { tellWhy, type Finding } from './findings'

const finding: Finding = {
  code: 'drive-too-weak',
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
