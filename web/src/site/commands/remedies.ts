import type { Remedy } from '@/api/types'
import { modes } from '@/ui/words'
import { freshId } from '../names'
import { copyOf } from '../rules'
import { addSensor, editRule } from './installation'
import { change, type Command } from './list'
import { editHub, setDirectLink } from './radio'

/** Makes the change that was tried. */
export function applyRemedy({ kind, targetId, driveId, rule: added }: Remedy): Command {
  const addTried: Command = ({ installation: { rules } }) =>
    void (added && rules.push({ ...copyOf(added), id: freshId('shut', rules) }))
  const commands: Record<Remedy['kind'], Command> = {
    directLink: setDirectLink(targetId, driveId ?? '', true),
    hubBackup: editHub(targetId, (hub) => void (hub.hasBackup = 'yes')),
    driveBackup: ({ installation }) =>
      change(installation.drives, targetId, (drive) => {
        drive.power = 'mainsWithBattery'
        drive.onMainsFailure = 'close'
      }),
    noDelay: editRule(targetId, (rule) => void (rule.delayS = 0)),
    everyMode: editRule(targetId, (rule) => void (rule.modes = [...modes])),
    everyHour: editRule(targetId, (rule) => void (rule.hours = null)),
    secondSensor: addSensorBeside(targetId),
    shutWhenLeaving: addTried,
    shutOnSilence: addTried,
    closeAgain: addTried,
  }
  return commands[kind]
}

/** Another of its kind in its place, which the same rules listen to. */
const addSensorBeside =
  (id: string): Command =>
  (draft) => {
    const { sensors, rules } = draft.installation
    const first = sensors.find((s) => s.id === id)
    if (!first) return
    const secondId = freshId(`${first.name} second`, sensors)
    addSensor({ ...structuredClone(first), id: secondId, name: `${first.name}, second` })(draft)
    for (const rule of rules) if (rule.sensorIds.includes(id)) rule.sensorIds.push(secondId)
  }
