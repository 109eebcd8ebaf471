import type { HandButton, LoadSwitch } from '@/api/types'
import { change, takeOut, type Command } from './list'

/** Hand buttons and contacts that rules wait for, and switches that they turn off. */

export const addButton =
  (id: string, name: string): Command =>
  ({ installation }) =>
    void (installation.buttons = [...(installation.buttons ?? []), { id, name }])

export const editButton =
  (id: string, how: (button: HandButton) => void): Command =>
  ({ installation }) =>
    change(installation.buttons ?? [], id, how)

/** Rules do not wait for it any more; a rule that waited for it alone waits for none. */
export const removeButton =
  (id: string): Command =>
  ({ installation }) => {
    takeOut(installation.buttons ?? [], id)
    for (const rule of installation.rules)
      if (rule.buttonIds) rule.buttonIds = rule.buttonIds.filter((b) => b !== id)
  }

export const addSwitch =
  (id: string, name: string, stops: LoadSwitch['stops']): Command =>
  ({ installation }) =>
    void (installation.switches = [...(installation.switches ?? []), { id, name, stops, fixtureId: null }])

export const editSwitch =
  (id: string, how: (loadSwitch: LoadSwitch) => void): Command =>
  ({ installation }) =>
    change(installation.switches ?? [], id, how)

/** Rules do not turn it off any more. */
export const removeSwitch =
  (id: string): Command =>
  ({ installation }) => {
    takeOut(installation.switches ?? [], id)
    for (const rule of installation.rules)
      if (rule.stopSwitchIds) rule.stopSwitchIds = rule.stopSwitchIds.filter((s) => s !== id)
  }
