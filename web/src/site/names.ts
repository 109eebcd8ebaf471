import type { LeakPoint, Plan, Room, Sensor } from '@/api/types'

/** Without those that are read as one another. */
const LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789'

/** A short readable id from a name. Its end is drawn by lot, so that it is never given again to another thing of that name. */
export function freshId(name: string, taken: Iterable<{ id: string }>): string {
  const stem =
    name
      .normalize('NFD')
      .replace(/\p{M}/gu, '')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 32)
      .replace(/-+$/, '') || 'thing'
  const used = new Set([...taken].map((t) => t.id))
  for (;;) {
    const lot = [...crypto.getRandomValues(new Uint32Array(5))].map((n) => LETTERS[n % LETTERS.length])
    const id = `${stem}-${lot.join('')}`
    if (!used.has(id)) return id
  }
}

/** All leak points with their rooms, in the order of the plan. */
export const leaksOf = (plan: Plan): { room: Room; leak: LeakPoint }[] =>
  plan.building.rooms.flatMap((room) => room.leaks.map((leak) => ({ room, leak })))

/** "Basin hose, Wheel room", or the id where the plan no longer has it. */
export function leakName(plan: Plan, leakId: string): string {
  const found = leaksOf(plan).find((l) => l.leak.id === leakId)
  return found ? `${found.leak.name}, ${found.room.name}` : leakId
}

/** A sensor's name, or its id where the plan no longer has it. */
export const sensorName = (plan: Plan, sensorId: string): string =>
  plan.installation.sensors.find((s) => s.id === sensorId)?.name ?? sensorId

/** A stop valve's name, or its id where the plan no longer has it. */
export const valveName = (plan: Plan, valveId: string): string =>
  plan.building.stopValves.find((v) => v.id === valveId)?.name ?? valveId

/** The kinds of sensor that places are looked for, where nobody chooses: bare spots, and probes on cords. */
export const usualSensorIds = (plan: Plan): string[] =>
  plan.catalogue.sensors.filter((s) => ['spot', 'probeOnCord'].includes(s.kind)).map((s) => s.id)

/** Whether both stand on the floor plan, so that the water's way is drawn and no typed one counts. */
export const isDrawn = (sensor: Sensor, leak: LeakPoint): boolean =>
  !!leak.at && (!!sensor.at || (sensor.path?.length ?? 0) > 1)

/** A device of the radio net by name: a sensor, hub, repeater, or the drive on its stop valve; its id where the plan no longer has it. */
export function radioName(plan: Plan, id: string): string {
  const { sensors, hubs, repeaters, drives } = plan.installation
  const drive = drives.find((d) => d.id === id)
  if (drive) {
    const spec = plan.catalogue.drives.find((d) => d.id === drive.specId)
    return `${spec?.name} on ${valveName(plan, drive.stopValveId)}`
  }
  return [...sensors, ...hubs, ...repeaters].find((d) => d.id === id)?.name ?? id
}
