import type { Tally, UnitSystem } from '@/api/types'
import { lostText } from '@/ui/outcomes'
import { figure } from '@/ui/units'

/** The figures of a tally as they are shown. */
export const tallyTexts = (tally: Tally, system: UnitSystem) => ({
  worst: tally.worst ? lostText(tally.worst, system) : 'no leak yet',
  notStopped: `${tally.notStopped.length}`,
  drive: tally.torqueRatio == null ? 'not known' : `${figure(tally.torqueRatio)} ×`,
  stops: `${tally.stops}`,
  notMeasured: `${tally.notMeasured}`,
})
