import { describe, expect, it } from 'vitest'
import { hears, ignore, listen } from './rules'

describe('whom a rule listens to', () => {
  it.each([
    [{ sensorIds: ['a'] }, ['a']],
    [{ sensorIds: ['a'], allBut: true }, ['b', 'c']],
    [{ sensorIds: [], allBut: true }, ['a', 'b', 'c']],
    [{ sensorIds: [] }, []],
    [{ sensorIds: ['a'], trigger: 'sensorWet' as const }, ['a']],
    [{ sensorIds: ['a'], allBut: true, trigger: 'sensorSilent' as const }, []],
  ])('%j', (rule, heard) => expect(['a', 'b', 'c'].filter((id) => hears(rule, id))).toEqual(heard))

  it.each([false, true])(
    'is more or less after a change, and the same after both (all but: %s)',
    (allBut) => {
      const rule = { sensorIds: ['a'], allBut }
      listen(rule, ['a', 'b'])
      expect([hears(rule, 'a'), hears(rule, 'b')]).toEqual([true, true])
      ignore(rule, ['b'])
      expect([hears(rule, 'a'), hears(rule, 'b'), hears(rule, 'c')]).toEqual([true, false, allBut])
      ignore(rule, ['b'])
      listen(rule, ['a'])
      expect(new Set(rule.sensorIds).size).toBe(rule.sensorIds.length)
    },
  )
})
