import createClient from 'openapi-fetch'
import { onThisDevice } from './device/device'
import { firstAnswer, HEAD_START_MS } from './firstAnswer'
import { isReachable, noteReached } from './reachable'
import { Refusal, refusalOf, silence } from './refusal'
import type {
  ApiProblem,
  Assessment,
  BatteryCalendar,
  Bill,
  Catalogue,
  CatalogueComparison,
  CatalogueRevision,
  DriveLog,
  DriveSpec,
  Fault,
  FaultMatrix,
  FloorMap,
  FloorMapOf,
  HouseShape,
  HubPlace,
  ListedSite,
  LogEntry,
  LeakPoint,
  LoggedEntry,
  Mode,
  Nuisance,
  OptionAssessment,
  PhotographSummary,
  PlacementRequest,
  PlacementStep,
  PlacementSuggestion,
  PowerCut,
  ProposedDevice,
  ProposedFeed,
  ProposedFixture,
  ProposedHouse,
  ProposedRoom,
  Plan,
  Rehearsed,
  Remedy,
  ReachMap,
  ReachRemedy,
  RepeaterAdvice,
  RoomsRead,
  RuleCheck,
  RuleGrid,
  RuleTextRead,
  SavedCatalogue,
  SavedPlan,
  SavedRevision,
  SchoolOutcome,
  SetupSheet,
  SiteArchive,
  Trust,
  TrustPoint,
  TypedKind,
  UnitSystem,
  UsualFixture,
  WrittenRule,
} from './types'
import type { components, paths } from './schema'

type Input<Name extends string> = components['schemas'][`${Name}Input` & keyof components['schemas']]

/** How a catalogue is written: whole, or one of its lists as a table. */
export type CatalogueForm = 'json' | 'drives' | 'sensors' | 'hubs' | 'repeaters' | 'radios' | 'finishes'

export { Refusal }

/** A request to the server, which notes whether it answers. */
async function reach(input: RequestInfo, init?: RequestInit): Promise<Response> {
  try {
    const response = await fetch(input, init)
    noteReached(true)
    return response
  } catch (failure) {
    if (init?.signal?.aborted || (input instanceof Request && input.signal.aborted)) throw failure
    noteReached(false)
    throw silence()
  }
}

/** While the server does not answer, nothing waits for it. */
const headStart = () => (isReachable.value ? HEAD_START_MS : 0)

/** What is asked about no plan is answered by whoever is first, where both can. */
async function send(request: Request): Promise<Response> {
  const device = onThisDevice()
  const path = new URL(request.url).pathname
  if (!device?.answers(path, false)) return reach(request)
  const body = request.method === 'POST' ? await request.clone().text() : ''
  return firstAnswer(
    (signal) => reach(new Request(request, { signal })).then(unlessBusy),
    (signal) => device.ask({ path, query: {}, body }, signal),
    headStart(),
  )
}

/** A server that is at fault or busy has not answered. */
async function unlessBusy(response: Response): Promise<Response> {
  if (response.status < 500) return response
  throw await refusalOf(response)
}

const http = createClient<paths>({ baseUrl: window.location.origin, fetch: send })

interface Answer<T> {
  data?: T
  error?: unknown
  response: Response
}

async function answered<T>(answer: Promise<Answer<T>>): Promise<Answer<T>> {
  let settled: Answer<T>
  try {
    settled = await answer
  } catch (failure) {
    throw failure instanceof Refusal ? failure : silence()
  }
  if (settled.response.ok) return settled
  throw new Refusal(settled.response.status, (settled.error ?? {}) as ApiProblem)
}

async function settle<T>(answer: Promise<Answer<T>>): Promise<T> {
  const { data, response } = await answered(answer)
  if (data !== undefined) return data
  throw new Refusal(response.status, {})
}

/** For what answers nothing but that it was done. */
const done = async (answer: Promise<Answer<unknown>>): Promise<void> => void (await answered(answer))

/** For bodies and answers that are no JSON of ours. */
async function sendFile<T>(
  path: string,
  type: string,
  body: BodyInit,
  read: (r: Response) => Promise<T>,
): Promise<T> {
  return read(await orRefusal(await reach(path, { method: 'POST', headers: { 'Content-Type': type }, body })))
}

/** Hands each line of an answer on as soon as it is there. */
async function readLines(response: Response, take: (line: string) => void): Promise<void> {
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader()
  let rest = ''
  for (;;) {
    const { done, value } = await reader.read()
    if (done) return
    const lines = (rest + value).split('\n')
    rest = lines.pop()!
    lines.forEach(take)
  }
}

/** Where the server has a plan that was sent, by the hash of what was sent. */
const addresses = new WeakMap<Plan, string>()

interface Question {
  query?: Record<string, string>
  signal?: AbortSignal
  /** What is asked, where a query cannot hold it; it goes beside the plan. */
  request?: object
}

/** Asks about a plan: the server or Core on this device, whoever answers first. Aborting the signal stops the work on the server. */
function about(path: string, plan: Plan, { query = {}, signal, request }: Question = {}): Promise<Response> {
  const device = onThisDevice()
  if (request || !device?.answers(path, true)) return aboutOnServer(path, plan, { query, signal, request })
  return firstAnswer(
    (first) => aboutOnServer(path, plan, { query, signal: first }),
    async (first) => orRefusal(await device.ask({ path, query, plan }, first)),
    headStart(),
    signal,
  )
}

async function orRefusal(response: Response): Promise<Response> {
  if (response.ok) return response
  throw await refusalOf(response)
}

/** The plan is sent once, and then named by its address for as long as the server has it. */
async function aboutOnServer(
  path: string,
  plan: Plan,
  { query, signal, request }: Question,
): Promise<Response> {
  const post = (more: Record<string, string>, body?: string) =>
    reach(`${path}?${new URLSearchParams({ ...query, ...more }).toString()}`, {
      method: 'POST',
      headers: body ? { 'Content-Type': 'application/json' } : {},
      body,
      signal,
    })
  const address = addresses.get(plan)
  const known = address ? await post({ plan: address }, request && JSON.stringify({ request })) : null
  const response =
    known && known.status !== 404 ? known : await post({}, JSON.stringify(request ? { plan, request } : plan))
  const given = response.headers.get('Terrapin-Plan')
  if (given) addresses.set(plan, given)
  return orRefusal(response)
}

/** Reads an answer's body, which may break off on its way as well. */
async function body<T>(response: Promise<Response>, read: (r: Response) => Promise<T>): Promise<T> {
  const answered = await response
  return read(answered).catch((failure: unknown) => {
    if (failure instanceof DOMException && failure.name === 'AbortError') throw failure
    throw new Refusal(0, { detail: 'The answer broke off. Nothing is lost: try again.' })
  })
}
const json = <T>(response: Promise<Response>): Promise<T> => body(response, (r) => r.json() as Promise<T>)
const blob = (response: Promise<Response>): Promise<Blob> => body(response, (r) => r.blob())

const by = (author: string) => ({ 'Terrapin-Author': encodeURIComponent(author) })

/** Where the server has a plan; undefined while it was not sent. */
export const addressOf = (plan: Plan): string | undefined => addresses.get(plan)

export const api = {
  listSites: (): Promise<ListedSite[]> => settle(http.GET('/api/sites')),

  /** Out of the list, or back into it. */
  putSiteAway: (id: string, away: boolean): Promise<void> =>
    done(
      away
        ? http.POST('/api/sites/{id}/put-away', { params: { path: { id } } })
        : http.POST('/api/sites/{id}/take-back', { params: { path: { id } } }),
    ),

  /** Deletes what was put away, for good. */
  deleteSite: (id: string, author: string): Promise<void> =>
    done(http.DELETE('/api/sites/{id}', { params: { path: { id } }, headers: by(author) })),

  createSite: (name: string, author: string): Promise<SavedPlan> =>
    settle(http.POST('/api/sites', { body: { name }, headers: by(author) })),

  /** @param file A zip with photographs, or a site file alone; sent as it is. */
  importSite: async (file: Blob, author: string): Promise<SavedPlan> => {
    const isZip = (await file.slice(0, 4).text()) === 'PK\u0003\u0004'
    return settle(
      http.POST('/api/sites/import', {
        body: file as unknown as SiteArchive,
        bodySerializer: (body) => body as unknown as Blob,
        headers: { ...by(author), 'Content-Type': isZip ? 'application/zip' : 'application/json' },
      }),
    )
  },

  readPlan: (id: string): Promise<SavedPlan> =>
    settle(http.GET('/api/sites/{id}/plan', { params: { path: { id } } })),

  readRevision: (id: string, number: number): Promise<SavedPlan> =>
    settle(http.GET('/api/sites/{id}/revisions/{number}', { params: { path: { id, number } } })),

  listRevisions: (id: string): Promise<SavedRevision[]> =>
    settle(http.GET('/api/sites/{id}/revisions', { params: { path: { id } } })),

  savePlan: (id: string, plan: Plan, basedOn: number, author: string): Promise<SavedPlan> =>
    settle(
      http.PUT('/api/sites/{id}/plan', {
        params: { path: { id } },
        body: plan,
        headers: { ...by(author), 'If-Match': `"${basedOn}"` },
      }),
    ),

  /** A plan of an older version in the present one. */
  upgradePlan: (plan: Plan): Promise<Plan> => settle(http.POST('/api/plans/upgrade', { body: plan })),
  assess: (plan: Plan, signal?: AbortSignal): Promise<Assessment> =>
    json(about('/api/assessments', plan, { signal })),

  /**
   * @param faults What is broken when it begins.
   * @param meanwhile What happens while it runs, in the words of an address.
   */
  rehearse: (
    plan: Plan,
    leak: string,
    mode: Mode,
    faults: Fault[],
    meanwhile: string,
    signal?: AbortSignal,
  ): Promise<Rehearsed> =>
    json(about('/api/rehearsals', plan, { query: { leak, mode, faults: faults.join(), meanwhile }, signal })),

  /**
   * Every leak in every mode with each single fault.
   * @param beside A fault that there is besides, so that the others make pairs with it.
   */
  tryFaults: (plan: Plan, beside: Fault | null, signal?: AbortSignal): Promise<FaultMatrix> =>
    json(about('/api/fault-matrix', plan, { query: { beside: beside ?? '' }, signal })),

  /** How far the closing is to be trusted, leak by leak. */
  trust: (plan: Plan, signal?: AbortSignal): Promise<Trust> => json(about('/api/trust', plan, { signal })),

  /** How likely one leak is not stopped, by the time from one test to the next. */
  trustCurve: (plan: Plan, leak: string, mode: Mode, signal?: AbortSignal): Promise<TrustPoint[]> =>
    json(about('/api/trust/curve', plan, { query: { leak, mode }, signal })),

  /** What helps one leak there, found by trying it. */
  tryRemedies: (plan: Plan, leak: string, beside: Fault | null, signal?: AbortSignal): Promise<Remedy[]> =>
    json(about('/api/fault-remedies', plan, { query: { leak, beside: beside ?? '' }, signal })),

  /** What holds of the rules in every order of events; the server alone has room for that. */
  checkRules: (plan: Plan, signal?: AbortSignal): Promise<RuleCheck> =>
    json(about('/api/rule-check', plan, { signal })),

  /** A rule as text. */
  writeRule: (plan: Plan, rule: string, signal?: AbortSignal): Promise<WrittenRule> =>
    json(about('/api/rule-text', plan, { query: { rule }, signal })),

  /** What a text says of a rule, or where it is at fault. */
  readRule: (plan: Plan, rule: string, text: string, signal?: AbortSignal): Promise<RuleTextRead> =>
    json(about('/api/rule-text/read', plan, { query: { rule, text }, signal })),

  /** Starting sets of rules, each tried on this house. */
  trySchools: (plan: Plan, signal?: AbortSignal): Promise<SchoolOutcome[]> =>
    json(about('/api/rule-schools', plan, { signal })),

  /** Who closes what, when. */
  ruleGrid: (plan: Plan, signal?: AbortSignal): Promise<RuleGrid> =>
    json(about('/api/rule-grid', plan, { signal })),

  compare: (plan: Plan, signal?: AbortSignal): Promise<OptionAssessment[]> =>
    json(about('/api/comparisons', plan, { signal })),

  /** The map of one leak, or of all: the soonest or the worst at each spot. */
  drawFloors: (plan: Plan, of: FloorMapOf | { leak: string }, signal?: AbortSignal): Promise<FloorMap> =>
    json(
      about('/api/floors', plan, {
        query: typeof of === 'string' ? { worst: `${of === 'worst'}` } : of,
        signal,
      }),
    ),

  /** A fixture as it would stand in a room, with its usual leak points. */
  proposeFixture: (plan: Plan, room: string, kind: string): Promise<ProposedFixture> =>
    json(about('/api/proposals/fixture', plan, { query: { room, kind } })),

  /** A room as a typed line says it, with its fixtures and leak points; or what of the line is wrong. */
  proposeRoom: (
    plan: Plan,
    line: string,
    storey: string,
    system: UnitSystem,
    signal?: AbortSignal,
  ): Promise<ProposedRoom> =>
    json(about('/api/proposals/room', plan, { query: { line, storey, system }, signal })),

  /** A sensor, hub or repeater as a typed line says it, or what of the line is wrong. */
  proposeDevice: (plan: Plan, line: string, storey: string, signal?: AbortSignal): Promise<ProposedDevice> =>
    json(about('/api/proposals/device', plan, { query: { line, storey }, signal })),

  listHouseShapes: (): Promise<HouseShape[]> => settle(http.GET('/api/house-shapes')),

  /** A ready-made house stretched to size, m. */
  proposeHouse: (plan: Plan, shape: string, width: number, depth: number): Promise<ProposedHouse> =>
    json(about('/api/proposals/house', plan, { query: { shape, width: `${width}`, depth: `${depth}` } })),

  /** One sensor for every fixture with a hose that has none. */
  proposeHoseSensors: (plan: Plan): Promise<PlacementSuggestion[]> =>
    json(about('/api/proposals/hose-sensors', plan)),

  /** The pipe that most likely feeds a new leak point of a room. */
  proposeFeed: (plan: Plan, room: string, side: LeakPoint['side']): Promise<ProposedFeed> =>
    json(about('/api/proposals/feed', plan, { query: { room, side } })),

  listFixtures: (): Promise<UsualFixture[]> => settle(http.GET('/api/fixtures')),

  /** How often the rules would close for nothing. */
  countNuisance: (plan: Plan, signal?: AbortSignal): Promise<Nuisance> =>
    json(about('/api/nuisance', plan, { signal })),

  /** What to enter in the hub. */
  setupSheet: (plan: Plan, signal?: AbortSignal): Promise<SetupSheet> =>
    json(about('/api/setup-sheet', plan, { signal })),
  setupTable: (plan: Plan): Promise<Blob> => blob(about('/api/setup-sheet/table', plan)),

  bills: (plan: Plan, signal?: AbortSignal): Promise<Bill[]> => json(about('/api/bills', plan, { signal })),
  billTable: (plan: Plan): Promise<Blob> => blob(about('/api/bills/table', plan)),

  /**
   * Where to put sensors: one step after the other, as they are found.
   * @param signal Aborting it stops the work on the server.
   */
  placeSensors: (
    plan: Plan,
    request: PlacementRequest,
    take: (step: PlacementStep) => void,
    signal: AbortSignal,
  ): Promise<void> =>
    body(about('/api/placements', plan, { request, signal }), (r) =>
      readLines(r, (line) => take(JSON.parse(line) as PlacementStep)),
    ),

  /** The drawn floors as a file, and rooms out of one. */
  floorFiles: {
    write: (plan: Plan, as: 'svg' | 'geojson'): Promise<Blob> => blob(about(`/api/floors/${as}`, plan)),
    readRooms: (file: Blob, as: 'geojson' | 'csv'): Promise<RoomsRead> =>
      sendFile(
        `/api/floors/rooms/${as}`,
        as === 'csv' ? 'text/csv' : 'application/geo+json',
        file,
        (r) => r.json() as Promise<RoomsRead>,
      ),
  },

  /** When whose batteries are changed, from today on. */
  batteries: (plan: Plan, signal?: AbortSignal): Promise<BatteryCalendar> =>
    json(about('/api/batteries', plan, { signal })),

  batteryCalendar: (plan: Plan): Promise<Blob> => blob(about('/api/batteries/calendar', plan)),

  /** What is still stopped after a power cut, and for how long. */
  powerCut: (plan: Plan, signal?: AbortSignal): Promise<PowerCut> =>
    json(about('/api/power-cut', plan, { signal })),

  /** What radio reaches, and where a hub or repeaters would do best. */
  reach: {
    draw: (plan: Plan, radio: string, storey: string, signal?: AbortSignal): Promise<ReachMap> =>
      json(about('/api/reach/map', plan, { query: { radio, storey }, signal })),
    bestHub: (plan: Plan): Promise<HubPlace> => json(about('/api/reach/hub', plan)),
    repeaters: (plan: Plan, radio: string): Promise<RepeaterAdvice> =>
      json(about('/api/reach/repeaters', plan, { query: { radio } })),
    remedies: (plan: Plan, device: string, signal?: AbortSignal): Promise<ReachRemedy[]> =>
      json(about('/api/reach/remedies', plan, { query: { device }, signal })),
  },

  listPhotographs: (id: string): Promise<PhotographSummary[]> =>
    settle(http.GET('/api/sites/{id}/photographs', { params: { path: { id } } })),

  /** Writes down what happened at a site. */
  appendToLog: (id: string, entry: LogEntry, author: string): Promise<LoggedEntry> =>
    settle(http.POST('/api/sites/{id}/log', { params: { path: { id } }, headers: by(author), body: entry })),

  /** What happened at a site, in its order. */
  log: (id: string): Promise<LoggedEntry[]> =>
    settle(http.GET('/api/sites/{id}/log', { params: { path: { id } } })),

  /** What the log says of one drive, and what a plan adopts of it. */
  driveLog: (id: string, driveId: string, mount: DriveSpec['mount']): Promise<DriveLog> =>
    settle(
      http.GET('/api/sites/{id}/log/drives/{driveId}', {
        params: { path: { id, driveId }, query: { mount } },
      }),
    ),

  addPhotograph: (id: string, stopValveId: string | undefined, caption: string, jpeg: Blob, author: string) =>
    settle(
      http.POST('/api/sites/{id}/photographs', {
        params: { path: { id }, query: { stopValveId, caption } },
        headers: { ...by(author), 'Content-Type': 'image/jpeg' },
        body: jpeg as never,
        bodySerializer: (body) => body as unknown as Blob,
      }),
    ),

  removePhotograph: (id: string, photographId: string): Promise<void> =>
    done(
      http.DELETE('/api/sites/{id}/photographs/{photographId}', { params: { path: { id, photographId } } }),
    ),

  /** The one catalogue of the firm; plans keep copies. */
  firmCatalogue: {
    read: (): Promise<SavedCatalogue> => settle(http.GET('/api/catalogue')),
    revisions: (): Promise<CatalogueRevision[]> => settle(http.GET('/api/catalogue/revisions')),
    readRevision: (revision: number): Promise<SavedCatalogue> =>
      settle(http.GET('/api/catalogue/revisions/{revision}', { params: { path: { revision } } })),
    /** @throws Refusal where it is at fault. */
    check: (catalogue: Catalogue): Promise<void> =>
      done(http.POST('/api/catalogue/check', { body: catalogue as Input<'Catalogue'> })),
    save: (catalogue: Catalogue, basedOn: number, author: string): Promise<SavedCatalogue> =>
      settle(
        http.PUT('/api/catalogue', {
          headers: { ...by(author), 'If-Match': `"${basedOn}"` },
          body: catalogue as Input<'Catalogue'>,
        }),
      ),
    compare: (plan: Plan, signal?: AbortSignal): Promise<CatalogueComparison> =>
      json(about('/api/catalogue/compare', plan, { signal })),
    takeOver: (plan: Plan): Promise<Plan> => json(about('/api/catalogue/take-over', plan)),
  },

  /** Files of a catalogue: the whole as JSON, or one of its lists as a table. */
  catalogues: {
    write: (catalogue: Catalogue, as: CatalogueForm): Promise<Blob> =>
      sendFile(
        `/api/catalogues${as === 'json' ? '' : `/${as}`}/write`,
        'application/json',
        JSON.stringify(catalogue),
        (r) => r.blob(),
      ),
    read: (file: Blob, as: CatalogueForm): Promise<Catalogue> =>
      sendFile(
        `/api/catalogues${as === 'json' ? '' : `/${as}`}/read`,
        as === 'json' ? 'application/json' : 'text/csv',
        file,
        (r) => r.json() as Promise<Catalogue>,
      ),
  },

  bench: {
    leakFlow: (body: Input<'LeakFlow'>) => settle(http.POST('/api/bench/leak-flow', { body })),
    supplyTest: (body: Input<'SupplyTest'>) => settle(http.POST('/api/bench/supply-test', { body })),
    closing: (body: Input<'Closing'>) => settle(http.POST('/api/bench/closing', { body })),
    drainDown: (body: Input<'DrainDown'>) => settle(http.POST('/api/bench/drain-down', { body })),
    torque: (body: Input<'Torque'>) => settle(http.POST('/api/bench/torque', { body })),
    axisOffset: (body: Input<'AxisOffset'>) => settle(http.POST('/api/bench/axis-offset', { body })),
    straps: (body: Input<'Straps'>) => settle(http.POST('/api/bench/straps', { body })),
    battery: (body: Input<'Battery'>) => settle(http.POST('/api/bench/battery', { body })),
    backup: (body: Input<'Backup'>) => settle(http.POST('/api/bench/backup', { body })),
    radio: (body: Input<'Radio'>) => settle(http.POST('/api/bench/radio', { body })),
    film: (body: Input<'Film'>) => settle(http.POST('/api/bench/film', { body })),
  },

  readQuantity: async (kind: TypedKind, text: string, system: UnitSystem): Promise<number[]> =>
    (await settle(http.POST('/api/quantities', { body: { kind, text, system } }))).values,
}
