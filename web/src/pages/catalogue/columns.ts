import type { TypedKind } from '@/api/types'
import type { Choice } from '@/ui/words'
import { driveSupplyWords } from '@/ui/words'

export type DeviceList = 'drives' | 'sensors' | 'hubs' | 'finishes'

export const deviceLists: { list: DeviceList; name: string }[] = [
  { list: 'drives', name: 'Drives' },
  { list: 'sensors', name: 'Sensors' },
  { list: 'hubs', name: 'Hubs' },
  { list: 'finishes', name: 'Floors' },
]

/** One figure of a device: where it stands, and the key under which its number is. */
export interface DeviceColumn {
  label: string
  path: string
  kind?: TypedKind
  /** Of the number inside a figure that carries its standing. */
  numberKey?: string
  choices?: Choice<string>[]
  how?: string
  /** All the numbers under its path, which are taken together or not at all. */
  group?: string[]
}

const figure = (
  label: string,
  path: string,
  kind: TypedKind,
  numberKey: string,
  how?: string,
): DeviceColumn => ({
  label,
  path,
  kind,
  numberKey,
  how,
})
/** Numbers that only say something together, such as the three reaches of an envelope. */
const together = (path: string, parts: [label: string, kind: TypedKind, key: string][]): DeviceColumn[] =>
  parts.map(([label, kind, numberKey]) => ({
    ...figure(label, path, kind, numberKey),
    group: parts.map(([, , key]) => key),
  }))
const price = figure('Price', 'price', 'number', 'amount')

/** What of a valve a drive takes. */
const fits: [label: string, path: string][] = [
  ['Collar it takes', 'fit.collar'],
  ['Stem flats it takes', 'fit.flats'],
  ['Handle thickness it takes', 'fit.handleThickness'],
  ['Pipe it takes', 'fit.pipe'],
]
const answerWords = { unknown: 'Not known', yes: 'Yes', no: 'No' }
const words = (record: Record<string, string>): Choice<string>[] =>
  Object.entries(record).map(([value, label]) => ({ value, label }))

export const deviceColumns: Record<DeviceList, DeviceColumn[]> = {
  drives: [
    {
      label: 'Mount',
      path: 'mount',
      choices: words({ saddle: 'Saddle', strap: 'Strap', stem: 'Stem', cutIn: 'Cut-in' }),
    },
    figure('Rated torque', 'ratedTorque', 'torque', 'nm'),
    figure('Stroke', 'stroke', 'duration', 's', 'Open to shut.'),
    figure('Start', 'start', 'duration', 's', 'From the command to the first movement.'),
    figure(
      'Torque left on a weak battery',
      'batteryTorqueShare',
      'number',
      'share',
      'A share: 0.8 is four fifths.',
    ),
    { label: 'Supply', path: 'supply', choices: words(driveSupplyWords) },
    figure('Cord', 'cord', 'length', 'm'),
    figure('Coldest on batteries', 'coldestOnBatteries', 'temperature', 'c'),
    figure('Draw without the outlet, mA', 'backupDraw', 'number', 'ma', 'From a backup pack, strokes aside.'),
    ...together('envelope', [
      ['Reach over the handle', 'smallLength', 'overTheHandleM'],
      ['Reach across', 'smallLength', 'acrossM'],
      ['Reach along', 'smallLength', 'alongM'],
    ]),
    ...fits.flatMap(([label, path]) =>
      together(path, [
        [`${label}, from`, 'smallLength', 'leastM'],
        [`${label}, to`, 'smallLength', 'mostM'],
      ]),
    ),
    { label: 'Stands wet places', path: 'fit.standsWet', choices: words(answerWords) },
    { label: 'Cord may be extended', path: 'fit.cordMayBeExtended', choices: words(answerWords) },
    ...together('battery', [
      ['Battery, mA·h', 'number', 'capacityMah'],
      ['Battery, V', 'number', 'voltageV'],
      ['Battery, usable share', 'number', 'usableShare'],
      ['Self-discharge a year', 'number', 'selfDischargePerYear'],
      ['Standby, µA', 'number', 'standbyUa'],
      ['Energy of a stroke, J', 'number', 'strokeJ'],
    ]),
    price,
  ],
  sensors: [
    {
      label: 'Kind',
      path: 'kind',
      choices: words({
        spot: 'Spot',
        spotWithCup: 'Spot with cup',
        probeOnCord: 'Probe on a cord',
        rope: 'Rope',
      }),
    },
    figure('Contact gap', 'contactGap', 'smallLength', 'm', 'Contacts above the floor.'),
    figure('Response', 'response', 'duration', 's', 'From wet to the radio message.'),
    figure('Radio', 'radio', 'duration', 's', 'From the message to the hub.'),
    figure('Cord or rope', 'cord', 'length', 'm', 'As it is sold.'),
    ...together('battery', [
      ['Battery, mA·h', 'number', 'capacityMah'],
      ['Battery, V', 'number', 'voltageV'],
      ['Battery, usable share', 'number', 'usableShare'],
      ['Self-discharge a year', 'number', 'selfDischargePerYear'],
      ['Sleep, µA', 'number', 'sleepUa'],
      ['Energy of a report, J', 'number', 'reportJ'],
      ['Report every', 'duration', 'reportEveryS'],
    ]),
    price,
  ],
  hubs: [figure('Logic', 'logic', 'duration', 's', 'From a message in to the command out.'), price],
  finishes: [
    figure('Contact angle', 'contactAngle', 'angle', 'deg', 'The steeper, the higher water stands.'),
  ],
}
