import type { Interval, QuantityKind, TypedKind, UnitSystem } from '@/api/types'
import table from '@/api/units.json'

/** What can be shown: the kinds of the API's findings and of its typed fields. */
export type ShownKind =
  QuantityKind | Exclude<TypedKind, 'pullAtArm' | 'pressureAtFlow' | 'bore' | 'lengthByWidth'>

/** A unit that a quantity is shown in; one with a limit stands for less than that. */
interface Unit {
  name: string
  /** SI value of one of it. */
  size: number
  below: number | null
}

const units = table as Record<string, Record<UnitSystem, Unit[]>>

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

/** Seconds as a clock shows them: 1:15; from an hour on in words. */
export function clock(seconds: number): string {
  const whole = Math.round(seconds)
  return whole < 3600 ? `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}` : duration(seconds)
}

/** A time that is not always of whole seconds, where part of one decides: 0:05, 0:01.33. */
export function exactClock(seconds: number): string {
  const hundredths = Math.round(seconds * 100)
  const part = hundredths % 100
  const whole = clock((hundredths - part) / 100)
  return part && hundredths < 360_000 ? `${whole}.${String(part).padStart(2, '0').replace(/0$/, '')}` : whole
}

/** A time of day, from minutes after midnight: 6:00. */
export const timeOfDay = (min: number): string => {
  const whole = Math.floor(min)
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`
}

/** What water is counted in. */
export const volumeWord = (system: UnitSystem): string => (system === 'us' ? 'Gallons' : 'Litres')

/** One of it: a litre or a gallon, m³. */
export const volumeM3 = (system: UnitSystem): number =>
  units.volume![system].find(({ below }) => below === null)!.size

/** A SI value in the units of the reader. */
export function show(kind: ShownKind, si: number, system: UnitSystem): string {
  if (kind === 'duration') return duration(si)
  if (kind === 'hours') return duration(si * 3600)
  if (kind === 'number') return figure(si)
  if (kind === 'temperature') return system === 'us' ? `${figure(si * 1.8 + 32)} °F` : `${figure(si)} °C`
  if (kind === 'ratio') return `${figure(si)} ×`
  const size = Math.abs(si)
  const unit = units[kind]![system].find(({ below }) => below === null || (si !== 0 && size < below))!
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

/** A labelled figure within a sentence; the unit that a label ends in, as in "Power, dBm", goes behind the number. */
export function inSentence(label: string, text: string): string {
  const [name, unit] = label.split(', ')
  return [name!.toLowerCase(), text, ...(unit ? [unit] : [])].join(' ')
}
