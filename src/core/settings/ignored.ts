import type { RateCapability } from '../playback/snapshot.ts'
import { rowOf, type SettingKey, type SettingRow } from './table.ts'

/** What of a media settles which settings it honours. */
export interface Honouring {
  readonly kind: 'picture' | 'sound'
  /** The name of the service that shows it; absent for a media of the page's own. */
  readonly service?: string
  readonly capabilities: { readonly volume: boolean; readonly muted?: boolean; readonly playbackRate: RateCapability }
}

/** Why a media passes over a setting; `''` where it honours it. */
export const whyIgnored = (key: SettingKey, { kind, service, capabilities }: Honouring): string => {
  // Keys of a look are no settings, and every media has them.
  const { picture, needs } = (rowOf(key) as SettingRow | undefined) ?? {}
  const who = service ?? 'this media'
  if (picture && kind === 'sound') return `${key} is of a picture, and this is sound`
  if (needs === 'element' && service !== undefined) return `${service} ignores ${key}`
  if (needs === 'muted' && capabilities.muted === false) return `${who} ignores ${key}: nothing silences it`
  if (needs === 'volume' && !capabilities.volume) return `${who} ignores ${key}: its volume cannot be set`
  if (needs === 'playbackRate' && capabilities.playbackRate === undefined)
    return `${who} ignores ${key}: its rate is fixed`
  return ''
}
