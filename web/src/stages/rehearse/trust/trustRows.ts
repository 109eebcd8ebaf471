import type { Part, Plan, Trust, TrustRow } from '@/api/types'
import { radioName, sensorName, valveName } from '@/site/names'
import { figure } from '@/ui/units'

/** A leak as it is listed. */
export interface ListedTrust extends TrustRow {
  /** Parts that alone let it run, without those that do so for every leak. */
  alone: Part[]
  pairs: Part[][]
}

/** The leaks, and what lets each of them run. */
export interface ListedTrusts {
  /** That run on with nothing broken. */
  anyway: TrustRow[]
  /** Parts that alone let every other run. */
  common: Part[]
  /** The others, the least to be trusted first. */
  rows: ListedTrust[]
}

const key = (part: Part) => `${part.kind} ${part.id ?? ''}`
const single = (row: TrustRow) => row.sets.filter((s) => s.parts.length === 1).map((s) => s.parts[0]!)

/** Lists the leaks, with what is common to all said once. */
export function list(trust: Trust): ListedTrusts {
  const anyway = trust.rows.filter((r) => r.sets.some((s) => s.parts.length === 0))
  const others = trust.rows.filter((r) => !anyway.includes(r))
  const common = others.length
    ? single(others[0]!).filter((part) =>
        others.every((row) => single(row).some((other) => key(other) === key(part))),
      )
    : []
  const isCommon = (part: Part) => common.some((other) => key(other) === key(part))
  return {
    anyway,
    common,
    rows: others
      .map((row) => ({
        ...row,
        alone: single(row).filter((part) => !isCommon(part)),
        pairs: row.sets.filter((s) => s.parts.length === 2).map((s) => s.parts),
      }))
      .sort((a, b) => (b.onDemand ?? 0) - (a.onDemand ?? 0)),
  }
}

/** A part as it is called. */
export function partName(plan: Plan, { kind, id }: Part): string {
  switch (kind) {
    case 'sensor':
      return `sensor ${sensorName(plan, id!)}`
    case 'sensorBatch':
      return `the batch of sensor ${sensorName(plan, id!)}`
    case 'repeater':
      return `repeater ${radioName(plan, id!)}`
    case 'drive':
      return radioName(plan, id!)
    case 'stopValve':
      return `stop valve ${valveName(plan, id!)}, passing when shut`
    default:
      return { hub: 'hub', cloudService: 'cloud service', internet: 'internet', mains: 'power cut' }[kind]
  }
}

/** Two figures: more is not known of it. */
const coarse = (number: number) => Number(number.toPrecision(2))

/** How likely, as people say it. */
export const oneIn = (probability: number): string =>
  probability >= 1 ? 'always' : probability <= 0 ? 'never' : `1 in ${figure(coarse(1 / probability))}`

const DAY_S = 86400
const YEAR_S = 365.25 * DAY_S

/** A time between tests as people say it. */
export function period(seconds: number): string {
  const say = (count: number, unit: string) => `${figure(count)} ${unit}${figure(count) === '1' ? '' : 's'}`
  if (seconds < 2 * DAY_S) return say(Math.floor(seconds / 3600), 'hour')
  if (seconds < YEAR_S / 6) return say(Math.floor(seconds / DAY_S + 1e-9), 'day')
  if (seconds < 1.99 * YEAR_S && Math.abs(seconds - YEAR_S) > DAY_S)
    return say(Math.floor((seconds / YEAR_S) * 12 + 1e-9), 'month')
  return say(Math.floor((seconds / YEAR_S) * 10 + 1e-9) / 10, 'year')
}
