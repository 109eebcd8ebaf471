import type { Interval, QuantityKind, TypedKind, UnitSystem } from '@/api/types'

/** What can be shown: the kinds of the API's findings and of its typed fields. */
export type ShownKind =
  QuantityKind | Exclude<TypedKind, 'pullAtArm' | 'pressureAtFlow' | 'bore' | 'lengthByWidth'>

interface Unit {
  /** SI value of one of it. */
  size: number
  name: string
}

const units: Record<
  Exclude<ShownKind, 'duration' | 'hours' | 'ratio' | 'number' | 'temperature'>,
  Record<UnitSystem, Unit>
> = {
  flow: { metric: { size: 1 / 60_000, name: 'L/min' }, us: { size: 6.30901964e-5, name: 'gpm' } },
  volume: { metric: { size: 1e-3, name: 'L' }, us: { size: 3.785411784e-3, name: 'gal' } },
  pressure: { metric: { size: 1e5, name: 'bar' }, us: { size: 6894.757293, name: 'psi' } },
  length: { metric: { size: 1, name: 'm' }, us: { size: 0.3048, name: 'ft' } },
  smallLength: { metric: { size: 1e-3, name: 'mm' }, us: { size: 0.0254, name: 'in' } },
  torque: { metric: { size: 1, name: 'N·m' }, us: { size: 1.3558179483, name: 'lbf·ft' } },
  force: { metric: { size: 1, name: 'N' }, us: { size: 4.4482216153, name: 'lbf' } },
  angle: { metric: { size: 1, name: '°' }, us: { size: 1, name: '°' } },
}

/** What people say instead where there is little of it. */
const smallUnits: Partial<Record<ShownKind, Record<UnitSystem, (Unit & { below: number })[]>>> = {
  volume: {
    metric: [{ below: 1e-4, size: 1e-6, name: 'ml' }],
    us: [{ below: 3.785411784e-4, size: 2.95735295625e-5, name: 'fl oz' }],
  },
  flow: {
    metric: [{ below: 0.1 / 60_000, size: 1e-6 / 60, name: 'ml/min' }],
    us: [{ below: 6.30901964e-6, size: 2.95735295625e-5 / 60, name: 'fl oz/min' }],
  },
}

/** Three significant figures, without an exponent. */
export function figure(value: number): string {
  if (value === 0) return '0'
  const size = Math.abs(value)
  if (size >= 1000) return Math.round(Number(value.toPrecision(3))).toLocaleString('en-GB')
  const digits = Math.min(6, Math.max(0, 2 - Math.floor(Math.log10(size))))
  return String(Number(value.toFixed(digits)))
}

/** Seconds as people say them. */
export function duration(seconds: number): string {
  if (seconds < 99.5) return `${figure(seconds)} s`
  const whole = Math.round(seconds)
  if (whole < 3600) {
    const rest = whole % 60
    return `${Math.floor(whole / 60)} min${rest === 0 ? '' : ` ${String(rest).padStart(2, '0')} s`}`
  }
  const minutes = Math.round(whole / 60)
  if (minutes < 48 * 60) return `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')} min`
  return `${figure(minutes / 1440)} days`
}

/** A SI value in the units of the reader. */
export function show(kind: ShownKind, si: number, system: UnitSystem): string {
  if (kind === 'duration') return duration(si)
  if (kind === 'hours') return duration(si * 3600)
  if (kind === 'number') return figure(si)
  if (kind === 'temperature') return system === 'us' ? `${figure(si * 1.8 + 32)} °F` : `${figure(si)} °C`
  if (kind === 'ratio') return `${figure(si)} ×`
  const unit =
    smallUnits[kind]?.[system].find(({ below }) => si !== 0 && Math.abs(si) < below) ?? units[kind][system]
  const gap = kind === 'angle' ? '' : ' '
  return `${figure(si / unit.size)}${gap}${unit.name}`
}

/** Between two ends, with either open. */
export function showBounds(kind: ShownKind, bounds: Interval, system: UnitSystem): string {
  const { low, high } = bounds
  if (low == null && high == null) return 'not known'
  if (high == null) return `at least ${show(kind, low ?? 0, system)}`
  const most = show(kind, high, system)
  if (low == null) return `at most ${most}`
  const least = show(kind, low, system)
  return least === most ? most : `${least} to ${most}`
}
