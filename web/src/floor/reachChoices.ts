import type { RadioCover } from '@/api/types'
import { radioCoverWords, type Choice } from '@/ui/words'

/** What a device's radio has to get out of. */
export const radioCovers = (Object.entries(radioCoverWords) as [RadioCover, string][]).map(
  ([value, label]): Choice<RadioCover> => ({ value, label }),
)
