import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Assessment, Plan, SavedPlan } from '@/api/types'

const server = vi.hoisted(() => ({
  readPlan: vi.fn(),
  assess: vi.fn(),
  savePlan: vi.fn(),
  upgradePlan: vi.fn(),
}))

vi.mock('@/api/client', () => {
  class Refusal extends Error {
    constructor(
      readonly status: number,
      readonly problem: object,
    ) {
      super('refused')
    }
  }
  return { api: server, Refusal, addressOf: () => undefined }
})

const { Refusal } = await import('@/api/client')
const { useOpenPlan } = await import('./openPlan')

const plan = (notes: string) => ({ version: 1, site: { name: 'Quern House', notes } }) as Plan
const saved = (number: number, notes: string): SavedPlan => ({
  siteId: 'quern-house',
  number,
  author: 'Maren Oddy',
  savedAt: '2026-11-25T09:00:00+00:00',
  sha256: '',
  plan: plan(notes),
})
const write = (text: string) => (draft: Plan) => void (draft.site.notes = text)

const kept = new Map<string, string>()
const draftKey = 'terrapin.draft.quern-house.this-tab'
vi.stubGlobal('sessionStorage', { getItem: () => 'this-tab', setItem: () => undefined })
let held: string[] = []
vi.stubGlobal('navigator', {
  locks: { query: () => Promise.resolve({ held: held.map((name) => ({ name })) }) },
})
let isFull = false
/** As the browser has it: its keys are properties. */
const store = new Proxy(
  {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => {
      if (isFull) throw new DOMException('full', 'QuotaExceededError')
      kept.set(key, value)
    },
    removeItem: (key: string) => kept.delete(key),
  },
  {
    ownKeys: () => [...kept.keys()],
    getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }),
  },
)
vi.stubGlobal('localStorage', store)

async function opened() {
  const open = useOpenPlan()
  await open.open('quern-house')
  return open
}

beforeEach(() => {
  setActivePinia(createPinia())
  kept.clear()
  held = []
  isFull = false
  vi.clearAllMocks()
  server.readPlan.mockResolvedValue(saved(1, 'as saved'))
  server.assess.mockImplementation((of: Plan) =>
    Promise.resolve({ of: of.site.notes } as unknown as Assessment),
  )
})

describe('the open plan', () => {
  it('takes an edit with its assessment, keeps it as a draft, and undoes and redoes it', async () => {
    const open = await opened()
    await open.edit('notes', write('mine'))
    expect(open.plan?.site.notes).toBe('mine')
    expect(open.assessment).toEqual({ of: 'mine' })
    expect(open.isChanged).toBe(true)
    expect(kept.get(draftKey)).toContain('mine')
    await open.undo()
    expect(open.plan?.site.notes).toBe('as saved')
    expect(open.isChanged).toBe(false)
    expect(kept.size).toBe(0)
    await open.redo()
    expect(open.plan?.site.notes).toBe('mine')
  })

  it('changes nothing where the server refuses, and goes on working', async () => {
    const open = await opened()
    server.assess.mockRejectedValueOnce(new Refusal(422, { errors: [] }))
    await expect(open.edit('notes', write('wrong'))).rejects.toThrow('refused')
    expect(open.plan?.site.notes).toBe('as saved')
    expect(open.canUndo).toBe(false)
    await open.edit('notes', write('right'))
    expect(open.plan?.site.notes).toBe('right')
  })

  it('takes edits one after the other, each from the one before', async () => {
    const open = await opened()
    await Promise.all([
      open.edit('a', (draft) => void (draft.site.notes += ', a')),
      open.edit('b', (draft) => void (draft.site.notes += ', b')),
    ])
    expect(open.plan?.site.notes).toBe('as saved, a, b')
  })

  it('does not count an edit that changes nothing', async () => {
    const open = await opened()
    await open.edit('notes', write('as saved'))
    expect(open.canUndo).toBe(false)
    expect(open.isChanged).toBe(false)
  })

  it('tries places out from where a thing was taken, and keeps the last as one step', async () => {
    const open = await opened()
    const add = (text: string) => (draft: Plan) => void (draft.site.notes += text)
    await open.tryOut(add(', here'))
    await open.tryOut(add(', there'))
    expect(open.plan?.site.notes).toBe('as saved, there')
    expect(open.assessment).toEqual({ of: 'as saved, there' })
    expect(open.canUndo).toBe(false)
    expect(kept.size).toBe(0)
    await open.keepTried()
    expect(open.canUndo).toBe(true)
    expect(kept.get(draftKey)).toContain('there')
    // Quick drags one after the other are a step each.
    await open.tryOut(add(', on'))
    await open.keepTried()
    await open.undo()
    expect(open.plan?.site.notes).toBe('as saved, there')
    await open.undo()
    expect(open.plan?.site.notes).toBe('as saved')
    expect(open.canUndo).toBe(false)
  })

  it('drops what was tried out, also after a refusal, and an edit meanwhile comes after it', async () => {
    const open = await opened()
    await open.tryOut(write('somewhere'))
    server.assess.mockRejectedValueOnce(new Refusal(422, { errors: [] }))
    await expect(open.tryOut(write('in a wall'))).rejects.toThrow('refused')
    expect(open.plan?.site.notes).toBe('somewhere')
    await open.dropTried()
    expect(open.plan?.site.notes).toBe('as saved')
    expect(open.assessment).toEqual({ of: 'as saved' })
    expect(open.canUndo).toBe(false)

    await open.tryOut(write('somewhere'))
    await open.edit('notes', (draft) => void (draft.site.notes += ', typed'))
    expect(open.plan?.site.notes).toBe('somewhere, typed')
    await open.undo()
    await open.undo()
    expect(open.plan?.site.notes).toBe('as saved')
  })

  it('has the server upgrade a draft of an older version, and goes on with that', async () => {
    kept.set(draftKey, JSON.stringify({ basedOn: 1, plan: { ...plan('older'), version: 0 } }))
    server.readPlan.mockResolvedValue(saved(1, 'first'))
    server.upgradePlan.mockResolvedValue(plan('upgraded'))
    const open = useOpenPlan()
    await open.open('quern-house')
    expect(server.upgradePlan).toHaveBeenCalledWith(expect.objectContaining({ version: 0 }))
    expect(open.plan!.site.notes).toBe('upgraded')
    expect(open.restored).toBe(true)
  })

  it('saves after the revision it was made from, and drops the draft', async () => {
    const open = await opened()
    await open.edit('notes', write('mine'))
    server.savePlan.mockResolvedValue(saved(2, 'mine'))
    await open.save('Tove Brill')
    expect(server.savePlan).toHaveBeenCalledWith('quern-house', expect.anything(), 1, 'Tove Brill')
    expect(open.isChanged).toBe(false)
    expect(open.saved?.number).toBe(2)
    expect(kept.size).toBe(0)
  })

  it('keeps everything when the save is stale, and can save on top', async () => {
    const open = await opened()
    await open.edit('notes', write('mine'))
    const newest = { number: 5, author: 'Tove Brill', savedAt: '2026-11-25T09:30:00+00:00' }
    server.savePlan.mockRejectedValueOnce(new Refusal(412, { newest, changed: ['/site/notes'] }))
    await open.save('Maren Oddy')
    expect(open.conflict).toEqual({ newest, changed: ['/site/notes'] })
    expect(open.plan?.site.notes).toBe('mine')
    expect(open.isChanged).toBe(true)
    server.savePlan.mockResolvedValue(saved(6, 'mine'))
    await open.save('Maren Oddy', 5)
    expect(server.savePlan).toHaveBeenLastCalledWith('quern-house', expect.anything(), 5, 'Maren Oddy')
    expect(open.conflict).toBeNull()
  })

  it('takes theirs with mine one undo away', async () => {
    const open = await opened()
    await open.edit('notes', write('mine'))
    server.readPlan.mockResolvedValue(saved(2, 'theirs'))
    await open.takeTheirs()
    expect(open.plan?.site.notes).toBe('theirs')
    expect(open.isChanged).toBe(false)
    await open.undo()
    expect(open.plan?.site.notes).toBe('mine')
    expect(open.isChanged).toBe(true)
  })

  it('brings unsaved work back, and says when it is older than what was saved since', async () => {
    kept.set(draftKey, JSON.stringify({ basedOn: 1, plan: plan('before the reload') }))
    const open = await opened()
    expect(open.restored).toBe(true)
    expect(open.plan?.site.notes).toBe('before the reload')
    expect(open.conflict).toBeNull()
    await open.undo()
    expect(open.plan?.site.notes).toBe('as saved')

    kept.set(draftKey, JSON.stringify({ basedOn: 1, plan: plan('older') }))
    server.readPlan.mockResolvedValue(saved(3, 'newer'))
    await open.open('quern-house')
    expect(open.plan?.site.notes).toBe('older')
    expect(open.conflict?.newest).toMatchObject({ number: 3 })
  })

  it('takes up what a closed tab left, and leaves alone what an open one has', async () => {
    const draft = (text: string) => JSON.stringify({ basedOn: 1, plan: plan(text) })
    kept.set('terrapin.draft.quern-house.other-tab', draft('of the other tab'))
    held = ['terrapin.draft.other-tab']
    expect((await opened()).plan?.site.notes).toBe('as saved')
    held = []
    const open = await opened()
    expect(open.plan?.site.notes).toBe('of the other tab')
    expect([...kept.keys()]).toEqual([draftKey])
    // One that was kept before each tab had its own.
    kept.clear()
    kept.set('terrapin.draft.quern-house', draft('of an earlier version'))
    expect((await opened()).plan?.site.notes).toBe('of an earlier version')
  })

  it('says so where the device has no room for unsaved work', async () => {
    const open = await opened()
    isFull = true
    await open.edit('notes', write('mine'))
    expect(open.plan?.site.notes).toBe('mine')
    expect(open.isKept).toBe(false)
    isFull = false
    await open.edit('notes', write('mine, too'))
    expect(open.isKept).toBe(true)
  })

  it('asks nothing again for a plan that was assessed before', async () => {
    const open = await opened()
    await open.edit('notes', write('one'))
    await open.edit('more notes', write('two'))
    const asked = server.assess.mock.calls.length
    await open.undo()
    await open.undo()
    await open.redo()
    expect(open.plan!.site.notes).toBe('one')
    expect(server.assess).toHaveBeenCalledTimes(asked)
  })

  it('breaks off what is being tried out when it is dropped', async () => {
    const open = await opened()
    let signal: AbortSignal | undefined
    server.assess.mockImplementationOnce((_: Plan, given: AbortSignal) => {
      signal = given
      return new Promise(() => undefined)
    })
    const trying = open.tryOut(write('tried'))
    await vi.waitFor(() => expect(signal).toBeDefined())
    await open.dropTried()
    await trying
    expect(signal!.aborted).toBe(true)
    expect(open.isChanged).toBe(false)
  })

  it('keeps a draft that the server was at fault with', async () => {
    kept.set(draftKey, JSON.stringify({ basedOn: 1, plan: plan('mine') }))
    server.assess.mockImplementation((of: Plan) =>
      of.site.notes === 'mine' ? Promise.reject(new Refusal(500, {})) : Promise.resolve({} as Assessment),
    )
    await expect(opened()).rejects.toThrow('refused')
    expect(kept.has(draftKey)).toBe(true)
  })

  it('drops a draft that is no plan any more', async () => {
    kept.set(draftKey, JSON.stringify({ basedOn: 1, plan: plan('odd') }))
    server.assess.mockImplementation((of: Plan) =>
      of.site.notes === 'odd' ? Promise.reject(new Refusal(422, {})) : Promise.resolve({} as Assessment),
    )
    const open = await opened()
    expect(open.plan?.site.notes).toBe('as saved')
    expect(kept.size).toBe(0)
  })
})
