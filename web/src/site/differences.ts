import type { Installation, Plan } from '@/api/types'

/** What of a plan is another than before, in words. */

interface Thing {
  name: string
  value: unknown
}

const building = (plan: Plan) => plan.building
const each = <T extends { id: string }>(kind: string, of: T[], name: (one: T) => string): [string, Thing][] =>
  of.map((one) => [`${kind} ${one.id}`, { name: `${kind} ${name(one)}`.trim(), value: one }])
const whole = (name: string, value: unknown): [string, Thing][] => [[name, { name, value }]]

function fitted(plan: Plan, of: Installation): [string, Thing][] {
  const valve = (id: string) => building(plan).stopValves.find((v) => v.id === id)?.name ?? ''
  return [
    ...each('Drive on', of.drives, (drive) => valve(drive.stopValveId)),
    ...each('Sensor', of.sensors, (sensor) => sensor.name),
    ...each('Hub', of.hubs, (hub) => hub.name),
    ...each('Repeater', of.repeaters, (repeater) => repeater.name),
    ...each('Rule', of.rules, (rule) => rule.name),
    ...each('Contact', of.contacts ?? [], (contact) => contact.name),
    ...each('Button', of.buttons ?? [], (button) => button.name),
    ...each('Switch', of.switches ?? [], (one) => one.name),
    ...whole('Direct links', of.links),
    ...whole('Readings of signals', of.signals),
  ]
}

function things(plan: Plan): Map<string, Thing> {
  const found = building(plan)
  return new Map([
    ...whole('Name and notes of the site', plan.site),
    ...whole('Water supply', found.supply),
    ...each('Stop valve', found.stopValves, (valve) => valve.name),
    ...each('Pipe', found.pipes, (pipe) => pipe.name),
    ...each('Room', found.rooms, (room) => room.name),
    ...each('Storey', found.storeys, (storey) => storey.name),
    ...whole('Doorways', found.doorways),
    ...whole('Walls', found.walls),
    ...whole('Openings between storeys', found.openings),
    ...fitted(plan, plan.installation),
    ...each('Option', plan.options, (option) => option.name),
    ...whole('Prices', plan.payback),
    ...whole('How often parts fail', plan.failures ?? null),
    ...each('Kept rehearsal', plan.cases ?? [], (kept) => kept.name),
    ...whole('Catalogue', plan.catalogue),
  ])
}

/** What a thing says: a key that says nothing is as good as none. */
const said = (value: unknown) => JSON.stringify(value, (_, part: unknown) => part ?? undefined)

/** What was added, taken out or changed on the way from one plan to another, in the order of the work. */
export function differences(from: Plan, to: Plan): string[] {
  const [before, after] = [things(from), things(to)]
  const told: string[] = []
  for (const [key, { name, value }] of after) {
    const was = before.get(key)
    if (!was) told.push(`${name}: added`)
    else if (said(was.value) !== said(value)) told.push(`${name}: changed`)
  }
  for (const [key, { name }] of before) if (!after.has(key)) told.push(`${name}: taken out`)
  return told
}
