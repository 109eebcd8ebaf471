import type {
  DriveSeen,
  FittedDrive,
  FloorPoint,
  Installation,
  Mode,
  PlacementSuggestion,
  Rule,
  Sensor,
} from '@/api/types'
import { modes } from '@/ui/words'
import { driveIndexOn } from '../drives'
import { freshId } from '../names'
import { hears, listen } from '../rules'
import { change, takeOut, type Command } from './list'
import { forgetRadio } from './radio'

/** What is chosen: drives, sensors, rules, and other installations that are kept to compare. */

/**
 * Puts a drive on a stop valve, on a supply where one is named. What was seen and mounted with the old one says nothing of the new,
 * which is a fitting of its own.
 */
export const chooseDrive =
  (stopValveId: string, specId: string, power?: FittedDrive['power']): Command =>
  (draft) => {
    const { drives } = draft.installation
    const place = driveIndexOn(draft, stopValveId)
    const present = drives[place]
    if (present?.specId === specId) {
      if (power) present.power = power
      return
    }
    if (present) forgetRadio(draft, present.id)
    drives.splice(place < 0 ? drives.length : place, 1, {
      id: freshId('drive', drives),
      stopValveId,
      specId,
      power: power ?? present?.power ?? 'unknown',
      onMainsFailure: present?.onMainsFailure ?? 'unknown',
      strokesPerYear: present?.strokesPerYear ?? null,
      overrideNote: '',
    })
  }

/** Changes the drive on a stop valve; without one there is nothing to change. */
export const editDriveOn =
  (stopValveId: string, how: (drive: FittedDrive) => void): Command =>
  (draft) => {
    const drive = draft.installation.drives[driveIndexOn(draft, stopValveId)]
    if (drive) how(drive)
  }

/** Takes over what the log says was seen of a drive. */
export const adoptSeen =
  (driveId: string, seen: DriveSeen | null): Command =>
  ({ installation }) =>
    change(installation.drives, driveId, (drive) => void (drive.seen = seen))

export const addSensor =
  (sensor: Pick<Sensor, 'id' | 'name' | 'specId' | 'roomId'> & { at?: FloorPoint | null }): Command =>
  ({ installation }) =>
    void installation.sensors.push({ ...sensor, hold: 'unknown', cover: 'none', path: [], distances: [] })

export const editSensor =
  (id: string, how: (sensor: Sensor) => void): Command =>
  ({ installation }) =>
    change(installation.sensors, id, how)

/** How far the water of a leak has to go to it, as it was measured; null: not measured. */
export const setDistance = (sensorId: string, leakId: string, distanceM: number | null): Command =>
  editSensor(sensorId, ({ distances }) => {
    const known = distances.find((d) => d.leakId === leakId)
    if (known) known.distanceM = distanceM
    else distances.push({ leakId, distanceM })
  })

/** Rules do not listen to it any more. */
export const removeSensor =
  (id: string): Command =>
  (draft) => {
    takeOut(draft.installation.sensors, id)
    forgetRadio(draft, id)
    for (const rule of draft.installation.rules) rule.sensorIds = rule.sensorIds.filter((s) => s !== id)
  }

/**
 * Takes suggested sensors in. Each joins the rules that listen in its room, or else those that close: a sensor that no rule listens to
 * does nothing.
 */
export const acceptSuggestions =
  (suggestions: PlacementSuggestion[]): Command =>
  (draft) => {
    const { sensors, rules } = draft.installation
    for (const suggestion of suggestions) {
      const id = freshId(suggestion.name, sensors)
      const neighbours = sensors.filter((s) => s.roomId === suggestion.roomId)
      const listening = rules.filter((r) => neighbours.some((s) => hears(r, s)))
      const { name, specId, roomId, at } = suggestion
      addSensor({ id, name, specId, roomId, at })(draft)
      for (const rule of listening.length ? listening : rules.filter((r) => r.action === 'close'))
        listen(rule, [sensors.at(-1)!], sensors)
    }
  }

/** Any sensor, and any that is added, in every mode, closes at once. */
export const addRule =
  (id: string): Command =>
  ({ installation: { rules } }) =>
    void rules.push({
      id,
      name: `Rule ${rules.length + 1}`,
      allBut: true,
      sensorIds: [],
      stopValveIds: [],
      confirmS: 5,
      modes: [...modes],
      action: 'close',
      delayS: 0,
      cancelIfDry: false,
    })

export const editRule =
  (id: string, how: (rule: Rule) => void): Command =>
  ({ installation }) =>
    change(installation.rules, id, how)

export const removeRule =
  (id: string): Command =>
  ({ installation }) =>
    void takeOut(installation.rules, id)

/** Keeps what is chosen now, to compare with. */
export const keepOption =
  (id: string, name: string): Command =>
  (draft) =>
    void draft.options.push({ id, name, installation: structuredClone(draft.installation) as Installation })

/** Puts an option in the place of what is chosen. */
export const takeOption =
  (id: string): Command =>
  (draft) =>
    change(draft.options, id, ({ installation }) => void (draft.installation = structuredClone(installation)))

export const removeOption =
  (id: string): Command =>
  ({ options }) =>
    void takeOut(options, id)

/** Who or what sets the modes; none is not said. */
export const setModesSet =
  (set: Mode[]): Command =>
  ({ installation }) =>
    void (installation.modesSet = set.length ? set : null)
