import type { Contact } from '@/api/types'
import { modes } from '@/ui/words'
import { change, takeOut, type Command } from './list'

/** Who is told when it leaks. */

/** Somebody by call and message, in every mode. */
export const addContact =
  (id: string, name: string): Command =>
  ({ installation }) =>
    void (installation.contacts = [
      ...(installation.contacts ?? []),
      { id, name, ways: ['message', 'call'], modes: [...modes], actsAfterS: null },
    ])

export const editContact =
  (id: string, how: (contact: Contact) => void): Command =>
  ({ installation }) =>
    change(installation.contacts ?? [], id, how)

/** Rules do not tell them any more. */
export const removeContact =
  (id: string): Command =>
  ({ installation }) => {
    if (!installation.contacts?.some((c) => c.id === id)) return
    takeOut(installation.contacts, id)
    for (const rule of installation.rules)
      if (rule.tellIds) rule.tellIds = rule.tellIds.filter((t) => t !== id)
  }
