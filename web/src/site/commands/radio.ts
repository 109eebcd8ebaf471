import type { Hub, Plan, Repeater } from '@/api/types'
import { freshId } from '../names'
import { change, takeOut, type Command } from './list'

/** What is chosen of radio: hubs, repeaters, direct links, and signals that were read in place. */

/** The kind of the hub that runs the rules; null: none does any more. */
export const chooseHub =
  (specId: string | null): Command =>
  (draft) => {
    const { hubs } = draft.installation
    if (specId === null) hubs.splice(0).forEach(({ id }) => forgetRadio(draft, id))
    else if (hubs[0]) hubs[0].specId = specId
    else addHub({ id: freshId('hub', hubs), name: 'Hub', specId })(draft)
  }

export const addHub =
  (hub: Pick<Hub, 'id' | 'name' | 'specId' | 'place'>): Command =>
  ({ installation }) =>
    void installation.hubs.push({ ...hub, cover: 'none', onCable: 'unknown', hasBackup: 'unknown' })

export const editHub =
  (id: string, how: (hub: Hub) => void): Command =>
  ({ installation }) =>
    change(installation.hubs, id, how)

export const removeHub =
  (id: string): Command =>
  (draft) => {
    takeOut(draft.installation.hubs, id)
    forgetRadio(draft, id)
  }

export const addRepeater =
  (repeater: Pick<Repeater, 'id' | 'name' | 'specId' | 'place'>): Command =>
  ({ installation }) =>
    void installation.repeaters.push({ ...repeater, cover: 'none' })

export const editRepeater =
  (id: string, how: (repeater: Repeater) => void): Command =>
  ({ installation }) =>
    change(installation.repeaters, id, how)

export const removeRepeater =
  (id: string): Command =>
  (draft) => {
    takeOut(draft.installation.repeaters, id)
    forgetRadio(draft, id)
  }

/** Whether a sensor orders a drive to close without a hub. */
export const setDirectLink =
  (sensorId: string, driveId: string, isLinked: boolean): Command =>
  ({ installation }) => {
    const others = installation.links.filter((l) => l.sensorId !== sensorId || l.driveId !== driveId)
    const isThere =
      installation.sensors.some((s) => s.id === sensorId) && installation.drives.some((d) => d.id === driveId)
    installation.links = isLinked && isThere ? [...others, { sensorId, driveId }] : others
  }

/** Whether a signal is between two devices: it is as strong there as back. */
export const isBetween = (signal: { fromId: string; toId: string }, a: string, b: string): boolean =>
  (signal.fromId === a && signal.toId === b) || (signal.fromId === b && signal.toId === a)

/** The signal between two devices as it was read in place, in dBm or in bars of five; null: it was not. */
export const setSignal =
  (fromId: string, toId: string, read: { dbm: number } | { bars: number } | null): Command =>
  ({ installation }) => {
    const known = installation.signals.find((s) => isBetween(s, fromId, toId))
    if (read === null) installation.signals = installation.signals.filter((s) => s !== known)
    else if (known) Object.assign(known, { dbm: null, bars: null }, read)
    else installation.signals.push({ fromId, toId, ...read })
  }

/** What is gone has no links and no signals. */
export function forgetRadio({ installation }: Plan, id: string) {
  installation.links = installation.links.filter((l) => l.sensorId !== id && l.driveId !== id)
  installation.signals = installation.signals.filter((s) => s.fromId !== id && s.toId !== id)
}
