import { whyIgnored } from '../../core/settings/ignored.ts'
import { type SettingOrigin, UNWRITTEN_ORIGINS } from '../../core/settings/layers.ts'
import { SETTING_KEYS, type SettingKey } from '../../core/settings/table.ts'
import type { YokeView } from './yoke-view.ts'

/** A setting that an author has written, and that the media passes over. */
export interface IgnoredSetting {
  readonly key: SettingKey
  readonly origin: SettingOrigin
  /** Why, with the name of the service. */
  readonly why: string
}

/** What an author has written of a yoke, and its media passes over. */
export const ignoredBy = (yoke: YokeView): readonly IgnoredSetting[] =>
  SETTING_KEYS.flatMap(key => {
    const origin = yoke.settingOrigin(key)
    const why = yoke.media && !UNWRITTEN_ORIGINS.includes(origin) ? whyIgnored(key, yoke.media) : ''
    return why === '' ? [] : [{ key, origin, why }]
  })
