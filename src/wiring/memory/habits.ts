import type { Feature, YokeView } from '../yoke/yoke-view.ts'
import { habits, keepHabits, storageRefused } from './device.ts'

/** Commands by which a viewer settles how loud and how fast it plays. */
const SETTLING = /^(?:set-|change-)(?:volume|playback-rate)$|^(?:un|toggle-)?mute/

/** Sets what the viewer has settled elsewhere on the site, where nobody else says it. */
const restore = ({ media, settings, snapshot }: YokeView): void => {
  if (!media) return
  const { volume, muted, playbackRate } = habits()
  if (volume !== undefined && settings.start.volume === undefined && media.capabilities.volume) media.volume = volume
  if (muted && settings.start.sound === undefined) media.muted = true
  if (playbackRate !== undefined && snapshot.capabilities.playbackRate) media.playbackRate = playbackRate
}

/** Keeps how loud and how fast the viewer likes it, in all of a site, and plays so. */
export const begin: Feature = yoke => {
  const isOn = (): boolean => yoke.settings.resume.settings === true
  let restored: unknown
  let isSettled = false
  const arrive = (): void => {
    if (!isOn() || yoke.media === restored) return
    restored = yoke.media
    restore(yoke)
  }
  yoke.addEventListener(
    'yoke-command',
    event => {
      isSettled ||= isOn() && SETTLING.test((event as unknown as { command: string }).command)
    },
    { signal: yoke.signal }
  )
  yoke.subscribe(({ media, settings }) => [media, settings.resume.settings].map(String).join(), arrive)
  yoke.subscribe(
    ({ snapshot: { volume, muted, playbackRate } }) => `${volume} ${muted} ${playbackRate}`,
    () => {
      if (!isSettled) return
      // Of the media itself: where two were settled in one breath, the snapshot knows the first alone as yet.
      const { volume, muted, playbackRate } = yoke.media ?? yoke.snapshot
      if (!keepHabits({ volume, muted, playbackRate })) yoke.raise(storageRefused())
      isSettled = false
    }
  )
  arrive()
}
