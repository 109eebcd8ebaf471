import { describe, expect, it } from 'vitest'
import { hears, ignore, listen } from './rules'

const sensors = [
  { id: 'a', roomId: 'wet' },
  { id: 'b', roomId: 'wet', tags: ['hoses', 'upstairs'] },
  { id: 'c', roomId: 'hall', tags: ['pit'] },
]
const [a, b, c] = sensors as [(typeof sensors)[0], (typeof sensors)[0], (typeof sensors)[0]]

describe('whom a rule listens to', () => {
  it.each([
    [{ sensorIds: ['a'] }, ['a']],
    [{ sensorIds: ['a'], allBut: true }, ['b', 'c']],
    [{ sensorIds: [], allBut: true }, ['a', 'b', 'c']],
    [{ sensorIds: [] }, []],
    [{ sensorIds: ['a'], trigger: 'sensorWet' as const }, ['a']],
    [{ sensorIds: ['a'], allBut: true, trigger: 'sensorSilent' as const }, []],
    [{ sensorIds: [], allBut: true, roomIds: ['wet'] }, ['a', 'b']],
    [{ sensorIds: ['b'], allBut: true, roomIds: ['wet'] }, ['a']],
    [{ sensorIds: [], allBut: true, roomIds: [] }, []],
    [{ sensorIds: ['c'], allBut: false, roomIds: ['wet'] }, ['c']],
    [{ sensorIds: [], allBut: true, tags: ['hoses', 'pit'] }, ['b', 'c']],
    [{ sensorIds: ['c'], allBut: true, tags: ['hoses'] }, ['b']],
    [{ sensorIds: [], allBut: true, tags: ['hoses'], roomIds: ['wet'] }, ['b']],
    [{ sensorIds: [], allBut: true, tags: [] }, []],
  ])('%j', (rule, heard) => expect(sensors.filter((s) => hears(rule, s)).map((s) => s.id)).toEqual(heard))

  it('of some rooms names each sensor once one of another room joins', () => {
    const rule = { sensorIds: ['b'], allBut: true, roomIds: ['wet'] as string[] | null }
    listen(rule, [b], sensors)
    expect(rule).toEqual({ sensorIds: [], allBut: true, roomIds: ['wet'] })
    listen(rule, [c], sensors)
    expect(rule).toEqual({ sensorIds: ['a', 'b', 'c'], allBut: false, roomIds: null, tags: null })
  })

  it('of some tags names each sensor once one without them joins', () => {
    const rule = { sensorIds: [], allBut: true, tags: ['hoses', 'pit'] as string[] | null }
    listen(rule, [b, c], sensors)
    expect(rule).toEqual({ sensorIds: [], allBut: true, tags: ['hoses', 'pit'] })
    listen(rule, [a], sensors)
    expect(rule).toEqual({ sensorIds: ['b', 'c', 'a'], allBut: false, roomIds: null, tags: null })
  })

  it.each([false, true])(
    'is more or less after a change, and the same after both (all but: %s)',
    (allBut) => {
      const rule = { sensorIds: ['a'], allBut }
      listen(rule, [a, b], sensors)
      expect([hears(rule, a), hears(rule, b)]).toEqual([true, true])
      ignore(rule, ['b'])
      expect([hears(rule, a), hears(rule, b), hears(rule, c)]).toEqual([true, false, allBut])
      ignore(rule, ['b'])
      listen(rule, [a], sensors)
      expect(new Set(rule.sensorIds).size).toBe(rule.sensorIds.length)
    },
  )
})
