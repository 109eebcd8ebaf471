import { describe, expect, it } from 'vitest'
import { offeredAfter, type KnownNames } from './ruleWords'

const known: KnownNames = {
  sensors: ['Basin', 'Under the "old" sink'],
  buttons: ['By the door'],
  switches: ['Pump relay'],
  contacts: ['Owner', 'Neighbour'],
  valves: ['Under the stair'],
  rooms: ['Kitchen', 'Laundry'],
  tags: ['hoses', 'upstairs'],
}
const words = (text: string) => offeredAfter(text, known).words

describe('what is offered next in a rule’s text', () => {
  it.each<[string, string[]]>([
    ['', ['rule']],
    ['ru', ['rule']],
    ['rule "Out" ', ['when']],
    ['rule "Out"\nwhen the p', ['power fails for']],
    ['rule "Out" when any of ', ['"Basin"', '"Under the \\"old\\" sink"']],
    ['rule "Out" when any of "U', ['"Under the \\"old\\" sink"']],
    ['rule "Out" when any of "Basin", "B', ['"Basin"']],
    ['rule "Out" when any of "Basin" ', ['is wet for', 'is silent for', 'is colder than']],
    ['rule "Out" when any sensor in ', ['"Kitchen"', '"Laundry"']],
    ['rule "Out" when any sensor in "Kitchen", "L', ['"Laundry"']],
    ['rule "Out" when any sensor in "Kitchen" b', ['but']],
    ['rule "Out" when any sensor in "Kitchen" but ', ['"Basin"', '"Under the \\"old\\" sink"']],
    ['rule "Out" when any sensor t', ['tagged']],
    ['rule "Out" when any sensor tagged ', ['"hoses"', '"upstairs"']],
    ['rule "Out" when any sensor tagged "hoses", "u', ['"upstairs"']],
    [
      'rule "Out" when any sensor tagged "hoses" ',
      ['is wet for', 'is silent for', 'is colder than', 'in', 'but'],
    ],
    ['rule "Out" when any sensor tagged "hoses" in ', ['"Kitchen"', '"Laundry"']],
    ['rule "Out" when any sensor is colder ', ['than']],
    ['rule "Out" when any sensor is colder than ', ['4 C', 'minus 2 C']],
    ['rule "Out" when any sensor is colder than 4 ', ['C for']],
    ['rule "Out" when any sensor is colder than 4 C ', ['for']],
    ['rule "Out" when any valve ', ['fails for', 'is moved for']],
    ['rule "Out" when any valve is ', ['moved for']],
    ['rule "Out" when it ', ['is']],
    ['rule "Out" when it is ', ['6:00', '22:30']],
    ['rule "Out" when it is 6:00 ', ['in every mode', 'in']],
    ['rule "Out" when it is 6:00 in a', ['away', 'asleep']],
    ['rule "Out" when any sensor is wet for 5 s in away b', ['between']],
    ['rule "Out" when any sensor is wet for 5 s in away between 22:00 ', ['and']],
    ['rule "Out" when any sensor is wet for 5 s in away between 22:00 and ', ['6:00']],
    ['rule "Out" when any sensor is wet for 5 s in away between 22:00 and 6:00 ', ['then tell']],
    ['rule "Out" when any sensor in "Kitchen" is wet for 5 s in away, h', ['home', 'holiday']],
    ['rule "Out" when button "', ['"By the door"']],
    ['rule "Out" when button "By the door" ', ['is pressed for']],
    ['rule "Out" when any sensor is wet for ', ['5 s', '10 s', '1 min', '1 h']],
    ['rule "Out" when any sensor is wet for 5 ', ['s', 'min', 'h']],
    ['rule "Out" when any sensor is wet for 5 s ', ['in every mode', 'in']],
    ['rule "Out" when any sensor is wet for 5 s in a', ['away', 'asleep']],
    ['rule "Out" when any sensor is wet for 5 s in away, h', ['home', 'holiday']],
    ['rule "Out" when any sensor is wet for 5 s in away ', ['then tell', 'between']],
    ['rule "Out" when any sensor is wet for 5 s in every mode then tell "N', ['"Neighbour"']],
    ['rule "Out" when any sensor is wet for 5 s in away then tell "Owner" and ', ['"Owner"', '"Neighbour"']],
    ['rule "Out" when any sensor is wet for 5 s in away then tell, st', ['stop']],
    ['rule "Out" when any sensor is wet for 5 s in away then tell, stop ', ['"Pump relay"']],
    ['rule "Out" when any sensor is wet for 5 s in away then tell, wait 1 min ', ['unless dry,']],
    ['rule "Out" when the power fails for 5 s in away then tell, wait 1 min unless ', ['over,']],
    ['rule "Out" when any sensor is wet for 5 s in away then tell, close "U', ['"Under the stair"']],
    ['rule "Out" when any sensor is wet for 5 s in away then tell, close every valve ', ['until reset']],
    ['rule "Out" when any button is pressed for 5 s in away then tell, open every valve ', []],
    ['rule "Out" when any sensor is wet for 5 s in away then tell, close every valve until ', ['reset']],
    ['rule "Out', []],
  ])('%s', (text, offered) => expect(words(text)).toEqual(offered))

  it('is put in from where the word or name began', () => {
    expect(offeredAfter('rule "Out" when any of "Ba', known).from).toBe(23)
    expect(offeredAfter('rule "Out" when any se', known).from).toBe(20)
    expect(offeredAfter('rule "Out" ', known).from).toBe(11)
  })
})
