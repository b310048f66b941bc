import { defineDialect } from 'yokewright/hosted'
import { browserStore, httpStore, type PresetStore } from 'yokewright/stores'
import lantern from '../../../stand-ins/lantern/dialect.json'
import skerry from '../../../stand-ins/skerry/dialect.json'

/** What the demo runs beside its pages, by name: addresses on this machine. */
export type Services = Readonly<Partial<Record<'skerry' | 'lantern' | 'presets', string>>>

/** Asks the demo what it runs. A plain server of files has nothing of it. */
export const findServices = async (): Promise<Services> => {
  const found: Services = await fetch('../services.json').then(
    answer => (answer.ok ? answer.json() : {}),
    () => ({})
  )
  for (const [dialect, origin] of [
    [skerry, found.skerry],
    [lantern, found.lantern]
  ] as const)
    if (origin) defineDialect({ ...dialect, origin } as Parameters<typeof defineDialect>[0])
  return found
}

/** Where presets are kept: on the demo's server, or in this browser. */
export interface Shelf {
  readonly store: PresetStore
  /** In words: `on the station's server`. */
  readonly place: string
}

export const shelfOf = ({ presets }: Services): Shelf =>
  presets
    ? { store: httpStore(`${presets}/`), place: 'on the server of the demo' }
    : { store: browserStore(), place: 'in this browser' }
