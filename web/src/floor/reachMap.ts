import { computed, ref } from 'vue'
import { api } from '@/api/client'
import type { FloorPoint } from '@/api/types'
import { useOpenPlan } from '@/site/openPlan'
import { usePlanQuery } from '@/site/queries/planQuery'
import { useFloorView } from './floorView'
import { marginAt } from './reachChart'
import { decibels } from '@/ui/margins'

/** What radio reaches on the storey that is looked at, by one of the radios that a drawn hub speaks. */
export function useReachMap(isShown: () => boolean) {
  const open = useOpenPlan()
  const view = useFloorView()

  /** How many sensors and drives speak a radio. */
  const speakers = computed(() => {
    const { installation, catalogue } = open.plan!
    const spoken = [
      ...installation.sensors.map((s) => catalogue.sensors.find((spec) => spec.id === s.specId)?.radioId),
      ...installation.drives.map((d) => catalogue.drives.find((spec) => spec.id === d.specId)?.radioId),
    ]
    return (radioId: string) => spoken.filter((id) => id === radioId).length
  })
  /** Those that the drawn hubs speak, the one that most devices speak first. */
  const radios = computed(() => {
    const { installation, catalogue } = open.plan!
    const spoken = new Set(
      installation.hubs
        .filter((h) => h.place)
        .flatMap((h) => catalogue.hubs.find((s) => s.id === h.specId)?.radioIds ?? []),
    )
    return catalogue.radios
      .filter((r) => spoken.has(r.id) && r.frequency && r.power && r.sensitivity && r.antennaGain)
      .sort((a, b) => speakers.value(b.id) - speakers.value(a.id))
      .map((r) => ({ value: r.id, label: r.name }))
  })
  const wanted = ref('')
  const radioId = computed({
    get: () => (radios.value.find((r) => r.value === wanted.value) ?? radios.value[0])?.value ?? '',
    set: (id) => void (wanted.value = id),
  })
  /** What the map depends on. */
  const drawing = computed(() => {
    const { building, installation, catalogue } = open.plan!
    const { storeys, rooms, doorways, walls } = building
    const { hubs, repeaters, signals } = installation
    const areas = rooms.map((r) => [r.storeyId, r.areas])
    return JSON.stringify([storeys, areas, doorways, walls, hubs, repeaters, signals, catalogue.radios])
  })
  const hasRooms = computed(() =>
    open.plan!.building.rooms.some((r) => r.storeyId === view.storeyId && r.areas.length),
  )
  const { data } = usePlanQuery(
    () => ['reach', radioId.value, view.storeyId],
    (plan, signal) => api.reach.draw(plan, radioId.value, view.storeyId, signal),
    { isAsked: () => isShown() && !!radioId.value && hasRooms.value, on: drawing },
  )
  const map = computed(() =>
    isShown() && data.value?.storeyId === view.storeyId && data.value.radioId === radioId.value
      ? data.value
      : null,
  )
  /** What a device on the floor there would have. */
  function read(at: FloorPoint | null) {
    const db = at && map.value && marginAt(map.value, at)
    if (db === null) return null
    return db === 'blocked'
      ? { amount: 'nothing', rest: 'comes through here' }
      : { amount: decibels(db), rest: 'in hand here, on the floor' }
  }
  return { radios, radioId, map, read }
}
