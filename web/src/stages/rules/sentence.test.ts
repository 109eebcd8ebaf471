import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import type { Plan, Rule } from '@/api/types'
import { sentenceOf } from './sentence'

const plan = (JSON.parse(readFileSync('../demo/net-loft.terrapin.json', 'utf8')) as { plan: Plan }).plan
plan.installation.buttons = [{ id: 'door', name: 'By the door' }]
plan.installation.switches = [{ id: 'outlet', name: 'Washer outlet', stops: 'machine', fixtureId: null }]
const rule: Rule = {
  ...plan.installation.rules[0]!,
  sensorIds: ['stair'],
  modes: ['away', 'holiday'],
  confirmS: 60,
  delayS: 30,
  cancelIfDry: true,
}
const said = (change: Partial<Rule>) => sentenceOf({ ...rule, ...change }, plan, 'metric')

describe('a rule in one sentence', () => {
  it.each<[Partial<Rule>, string]>([
    [
      {},
      'If Stair cupboard, by the stop valve stays wet for 60 s when away or holiday: tell, then close after 30 s unless it dries.',
    ],
    [
      { allBut: true, sensorIds: [], trigger: 'sensorSilent', confirmS: 93600, action: 'tellOnly' },
      'If any sensor has sent nothing for 26 h 00 min when away or holiday: only tell.',
    ],
    [
      {
        allBut: true,
        sensorIds: [],
        roomIds: ['stair-cupboard'],
        hours: { fromMin: 1320, untilMin: 390 },
        delayS: 0,
        confirmS: 0,
      },
      'If any sensor in Stair cupboard stays wet for 0 s when away or holiday, from 22:00 to 6:30: tell, then close at once.',
    ],
    [
      { allBut: true, sensorIds: [], tags: ['hoses', 'upstairs'], delayS: 0, confirmS: 0 },
      'If any sensor tagged hoses or upstairs stays wet for 0 s when away or holiday: tell, then close at once.',
    ],
    [
      { trigger: 'sensorCold', colderThanC: 4, delayS: 0, confirmS: 0 },
      'If Stair cupboard, by the stop valve is colder than 4 °C when away or holiday: tell, then close at once.',
    ],
    [
      { trigger: 'sensorCold', colderThanC: null, action: 'tellOnly', confirmS: 0 },
      'If Stair cupboard, by the stop valve is colder than nothing that is said when away or holiday: only tell.',
    ],
    [
      { trigger: 'valveFails', action: 'tellOnly', confirmS: 0 },
      'If a stop valve was told to close and does not report that it has when away or holiday: only tell.',
    ],
    [
      { trigger: 'valveMoved', action: 'tellOnly', confirmS: 0 },
      'If a stop valve is turned by hand when away or holiday: only tell.',
    ],
    [
      { trigger: 'timeComes', atMin: 1350, delayS: 0 },
      'If it is 22:30 when away or holiday: tell, then close at once.',
    ],
    [
      { trigger: 'modeComes', delayS: 0 },
      'If the mode becomes away or holiday and stays so for 60 s: tell, then close at once.',
    ],
    [
      { trigger: 'modeComes', confirmS: 0, delayS: 0 },
      'If the mode becomes away or holiday: tell, then close at once.',
    ],
    [
      { trigger: 'mainsFails' },
      'If the power has failed for 60 s when away or holiday: tell, then close after 30 s unless that is over by then.',
    ],
    [
      { trigger: 'internetFails', action: 'tellOnly', stopSwitchIds: ['outlet'] },
      'If the internet cannot be reached for 60 s when away or holiday: tell, switch Washer outlet off.',
    ],
    [
      {
        trigger: 'buttonPressed',
        buttonIds: null,
        confirmS: 0,
        delayS: 0,
        modes: ['home', 'away', 'asleep', 'holiday'],
      },
      'If any button is pressed in every mode: tell, then close at once.',
    ],
    [
      { trigger: 'buttonPressed', buttonIds: ['door'], stopSwitchIds: ['outlet'], delayS: 0 },
      'If By the door is pressed for 60 s when away or holiday: tell, switch Washer outlet off, then close at once.',
    ],
    [
      { atLeast: 2, sensorIds: ['stair', 'kiln'] },
      'If any 2 of 2 sensors stay wet for 60 s when away or holiday: tell, then close after 30 s unless it dries.',
    ],
  ])('says %o', (change, sentence) => expect(said(change)).toBe(sentence))
})
