import type { Phase } from '@/api/types'

/** Only water is blue: phases differ by depth of it, and the lane names them too. */
export const phaseFill: Record<Phase, { fill: string; swatch: string }> = {
  beforeTrip: { fill: 'fill-river/35', swatch: 'bg-river/35' },
  radioAndLogic: { fill: 'fill-faded', swatch: 'bg-faded' },
  confirmingAndDelay: { fill: 'fill-river/60', swatch: 'bg-river/60' },
  stroke: { fill: 'fill-river', swatch: 'bg-river' },
  drainDown: { fill: 'fill-river/20', swatch: 'bg-river/20' },
}
