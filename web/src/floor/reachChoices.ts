import type { DrawnPlace, Plan, RadioCover } from '@/api/types'
import { freshId } from '@/site/names'
import { radioCoverWords, type Choice } from '@/ui/words'
import { roomAt } from './geometry'

/** What a device's radio has to get out of. */
export const radioCovers = (Object.entries(radioCoverWords) as [RadioCover, string][]).map(
  ([value, label]): Choice<RadioCover> => ({ value, label }),
)

/** A repeater of a kind at a place, named for its room. */
export function repeaterAt({ building, installation }: Plan, specId: string, place: DrawnPlace) {
  const room = roomAt(building.rooms, place.storeyId, place.at)
  return {
    id: freshId('repeater', installation.repeaters),
    name: room ? `Repeater, ${room.name}` : 'Repeater',
    specId,
    place,
  }
}
