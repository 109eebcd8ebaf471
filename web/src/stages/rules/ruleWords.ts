import type { Plan } from '@/api/types'
import { tagsOf } from '@/site/tags'
import { modes } from '@/ui/words'

/** What may come next in a rule's text, to be offered while it is typed; what is right is for the reader of the text to say. */

/** Names that a rule's text may name. */
export interface KnownNames {
  sensors: string[]
  buttons: string[]
  switches: string[]
  contacts: string[]
  valves: string[]
  rooms: string[]
  tags: string[]
}

export function namesOf(plan: Plan): KnownNames {
  const { installation, building } = plan
  const names = (things: { name: string }[] | null | undefined) => (things ?? []).map((t) => t.name)
  return {
    sensors: names(installation.sensors),
    buttons: names(installation.buttons),
    switches: names(installation.switches),
    contacts: names(installation.contacts),
    valves: names(building.stopValves),
    rooms: names(building.rooms),
    tags: tagsOf(plan),
  }
}

/** What is offered at the end of a text, and from which character on it is put in. */
export interface Offered {
  from: number
  words: string[]
}

const quoted = (name: string) => `"${name.replace(/[\\"]/g, '\\$&')}"`

/** A name, a word, a number or a time of day, an id or a mark. */
const TOKEN = /"(?:\\.|[^"\\\n])*"|#[a-z0-9-]+|[a-z]+|[\d.:]+|[^\s]/gi

const SO = ['is wet for', 'is silent for', 'is colder than']

export function offeredAfter(text: string, known: KnownNames): Offered {
  const open = /"(?:\\.|[^"\\\n])*$/.exec(withoutNames(text))
  const partial = open?.[0] ?? /[a-z]*$/i.exec(text)![0]
  const from = text.length - partial.length
  const typed = partial.toLowerCase()
  const offered = wordsAfter(text.slice(0, from).match(TOKEN) ?? [], known)
  return { from, words: offered.filter((word) => word.toLowerCase().startsWith(typed) && word !== partial) }
}

/** With each whole name as blanks, so that a quote that is left begins one. */
const withoutNames = (text: string) => text.replace(/"(?:\\.|[^"\\\n])*"/g, (name) => ' '.repeat(name.length))

/** What names are of behind the last word that begins a list of them. */
const listedIn = (isIn: (word: string) => boolean, known: KnownNames) =>
  isIn('but') ? known.sensors : isIn('in') ? known.rooms : isIn('tagged') ? known.tags : known.sensors

function wordsAfter(tokens: string[], known: KnownNames): string[] {
  const words = tokens.map((t) => t.toLowerCase())
  const last = words.at(-1)
  const isIn = (word: string) => words.includes(word)
  const waitsForButton = isIn('button')
  if (last === undefined) return ['rule']
  if (last.startsWith('"') || last.startsWith('#')) {
    if (!isIn('when')) return ['when']
    if (isIn('then')) return isIn('close') ? ['until reset'] : isIn('open') ? [] : ['and']
    if (waitsForButton) return ['is pressed for']
    if (isIn('but')) return SO
    return isIn('in') ? [...SO, 'but'] : isIn('tagged') ? [...SO, 'in', 'but'] : SO
  }
  if (last === ',') {
    if (isIn('then'))
      return isIn('close') || isIn('open')
        ? known.valves.map(quoted)
        : ['stop', 'wait', 'close every valve', 'close', 'open every valve', 'open']
    if (isIn('for') || isIn('it')) return modes
    return (waitsForButton ? known.buttons : listedIn(isIn, known)).map(quoted)
  }
  switch (last) {
    case 'when':
      return [
        'any sensor is wet for',
        'any sensor is silent for',
        'any sensor is colder than',
        'any sensor in',
        'any sensor tagged',
        'any of',
        'any button is pressed for',
        'button',
        'the mode comes for',
        'the power fails for',
        'the internet fails for',
        'any valve fails for',
        'any valve is moved for',
        'it is',
      ]
    case 'any':
      return ['sensor', 'of', 'button', 'valve']
    case 'of':
    case 'but':
      return known.sensors.map(quoted)
    case 'button':
      return words.at(-2) === 'any' ? ['is pressed for'] : known.buttons.map(quoted)
    case 'sensor':
    case 'sensors':
      return [...SO, 'in', 'tagged', 'but']
    case 'tagged':
      return known.tags.map(quoted)
    case 'is':
      if (isIn('it')) return ['6:00', '22:30']
      return waitsForButton
        ? ['pressed for']
        : isIn('valve')
          ? ['moved for']
          : ['wet for', 'silent for', 'colder than']
    case 'it':
      return ['is']
    case 'colder':
      return ['than']
    case 'than':
      return ['4 C', 'minus 2 C']
    case 'between':
      return ['22:00']
    case 'the':
      return ['mode comes for', 'power fails for', 'internet fails for']
    case 'comes':
    case 'fails':
    case 'wet':
    case 'silent':
    case 'pressed':
    case 'moved':
    case 'c':
      return ['for']
    case 'for':
    case 'wait':
      return ['5 s', '10 s', '1 min', '1 h']
    case 's':
    case 'min':
    case 'h':
      return isIn('wait') ? [isIn('wet') ? 'unless dry,' : 'unless over,'] : ['in every mode', 'in']
    case 'unless':
      return [isIn('wet') ? 'dry,' : 'over,']
    case 'in':
      return isIn('for') || isIn('it') ? ['every mode', ...modes] : known.rooms.map(quoted)
    case 'every':
      return isIn('then') ? ['valve'] : ['mode']
    case 'then':
      return ['tell']
    case 'tell':
      return ['nobody', ...known.contacts.map(quoted)]
    case 'and':
      if (isIn('between') && !isIn('then')) return ['6:00']
      return (isIn('stop') ? known.switches : known.contacts).map(quoted)
    case 'stop':
      return known.switches.map(quoted)
    case 'valve':
      if (!isIn('then')) return ['fails for', 'is moved for']
      return isIn('close') ? ['until reset'] : []
    case 'until':
      return ['reset']
    case 'close':
    case 'open':
      return ['every valve', ...known.valves.map(quoted)]
    default:
      if (last.includes(':')) {
        if (!isIn('between')) return ['in every mode', 'in']
        return words.at(-2) === 'between' ? ['and'] : ['then tell']
      }
      if (/^\d/.test(last) && isIn('than') && !isIn('for')) return ['C for']
      if (/^\d/.test(last)) return isIn('for') ? ['s', 'min', 'h'] : ['of', 'sensors']
      return modes.includes(last as never) || last === 'mode' ? ['then tell', 'between'] : []
  }
}
