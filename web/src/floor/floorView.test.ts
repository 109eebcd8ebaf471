import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Assessment, Plan } from '@/api/types'

const server = vi.hoisted(() => ({ readPlan: vi.fn(), assess: vi.fn() }))
vi.mock('@/api/client', () => {
  class Refusal extends Error {
    constructor(
      readonly status: number,
      readonly problem: { errors?: { pointer: string; message: string }[] },
    ) {
      super('refused')
    }
    at = () => this.problem.errors?.[0]?.message ?? this.message
  }
  return { api: server, Refusal, addressOf: () => undefined }
})
const kept = new Map<string, string>()
const storage = {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => kept.set(key, value),
  removeItem: (key: string) => kept.delete(key),
}
vi.stubGlobal('localStorage', storage)
vi.stubGlobal('sessionStorage', storage)
vi.stubGlobal('navigator', {})

const { Refusal } = await import('@/api/client')
const { useOpenPlan } = await import('@/site/openPlan')
const { useFloorView } = await import('./floorView')

const plan = () =>
  ({
    version: 4,
    site: { name: 'Loft' },
    building: {
      storeys: [{ id: 'g', name: 'Ground' }],
      walls: [],
      openings: [],
      rooms: [
        {
          id: 'hall',
          name: 'Hall',
          storeyId: 'g',
          areas: [{ acrossM: 0, downM: 0, lengthM: 4, widthM: 3 }],
          leaks: [],
          fixtures: [],
          zones: [],
          drains: [],
        },
        {
          id: 'bath',
          name: 'Bath',
          storeyId: 'g',
          areas: [{ acrossM: 4, downM: 0, lengthM: 2, widthM: 3 }],
          leaks: [],
          fixtures: [],
          zones: [],
          drains: [],
        },
      ],
      doorways: [
        { id: 'd', storeyId: 'g', wall: 'alongY', at: { acrossM: 4, downM: 1 }, widthM: 0.8, thresholdM: 0 },
      ],
      pipes: [],
      stopValves: [],
    },
    installation: {
      sensors: [
        { id: 's', name: 'Spot', specId: 's4', roomId: 'hall', at: { acrossM: 1, downM: 1 }, distances: [] },
      ],
      drives: [],
      rules: [],
    },
    options: [],
  }) as unknown as Plan
const spot = { kind: 'sensor', id: 's' } as const
const at = (acrossM: number, downM: number) => ({ acrossM, downM })

async function opened() {
  server.readPlan.mockResolvedValue({ siteId: 'loft', number: 1, plan: plan() })
  const open = useOpenPlan()
  await open.open('loft')
  return { open, view: useFloorView() }
}

beforeEach(() => {
  setActivePinia(createPinia())
  kept.clear()
  server.assess.mockReset()
  server.assess.mockResolvedValue({} as Assessment)
})

describe('what is carried over the drawing', () => {
  it('is where it was let go, as one step of undo', async () => {
    const { open, view } = await opened()
    for (let i = 1; i <= 20; i++) view.carry(spot, at(1 + i / 10, 1))
    expect(view.carried?.to).toEqual(at(3, 1))
    await view.letGo()
    expect(view.carried).toBeNull()
    expect(open.plan!.installation.sensors[0]!.at).toEqual(at(3, 1))
    await open.undo()
    expect(open.plan!.installation.sensors[0]!.at).toEqual(at(1, 1))
    expect(open.canUndo).toBe(false)
  })

  it('goes back where the place is refused, and the reason is told and marked', async () => {
    const { open, view } = await opened()
    server.assess.mockImplementation((of: Plan) =>
      of.installation.sensors[0]!.at!.acrossM > 10
        ? Promise.reject(
            new Refusal(422, {
              errors: [{ pointer: '/installation/sensors/0/at', message: 'lies in a wall' }],
            }),
          )
        : Promise.resolve({} as Assessment),
    )
    view.carry(spot, at(2, 2))
    view.carry(spot, at(12, 2))
    await view.letGo()
    expect(open.plan!.installation.sensors[0]!.at).toEqual(at(1, 1))
    expect(view.error).toBe('lies in a wall')
    expect(view.marks).toHaveLength(1)
    expect(open.canUndo).toBe(false)
  })

  it('has not moved at all after Escape', async () => {
    const { open, view } = await opened()
    view.carry(spot, at(2, 2))
    await view.putBack()
    expect(view.carried).toBeNull()
    expect(open.plan!.installation.sensors[0]!.at).toEqual(at(1, 1))
    expect(open.isChanged).toBe(false)
  })

  it('tells of a doorway that a room leaves behind', async () => {
    const { open, view } = await opened()
    view.carry({ kind: 'room', id: 'bath' }, at(6, 0))
    await view.letGo()
    expect(open.plan!.building.doorways).toEqual([])
    expect(view.told).toContain('A doorway that leads nowhere now was taken out')
    await open.undo()
    expect(open.plan!.building.doorways).toHaveLength(1)
  })

  it('is moved by arrows too, quick ones as one step', async () => {
    const { open, view } = await opened()
    view.nudge(spot, at(1.1, 1))
    view.nudge(spot, at(1.2, 1))
    await vi.waitFor(() => expect(view.carried).toBeNull(), 60_000)
    expect(open.plan!.installation.sensors[0]!.at).toEqual(at(1.2, 1))
    await open.undo()
    expect(open.canUndo).toBe(false)
  })
})
