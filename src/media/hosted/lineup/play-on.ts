import type { MediaAdapter, MediaEventType } from '../../adapter.ts'
import type { KindHost } from '../../kinds.ts'

/** What of a media its viewer has set, where it is, and whether it plays. */
export type Played = Pick<MediaAdapter, 'volume' | 'muted' | 'playbackRate' | 'paused' | 'currentTime'>

/** How a yoke's media plays; one that has failed has stopped, and what was wanted of it is what was seen last. */
export const playedOf = ({ media, snapshot }: KindHost['yoke']): Played | undefined => {
  if (!media) return undefined
  const { volume, muted, playbackRate } = media
  const { paused, currentTime } = media.error ? snapshot : media
  return { volume, muted, playbackRate, paused, currentTime }
}

/** Sets a media playing as the one before did. */
export const setPlaying = (media: MediaAdapter, { volume, muted, paused, currentTime }: Played): void => {
  Object.assign(media, { volume, muted })
  if (currentTime > 0) media.currentTime = currentTime
  // Its refusal is told as any other.
  if (!paused) media.play().catch(() => undefined)
}

const once = (media: MediaAdapter, wanted: MediaEventType, act: () => void): void => {
  const stop = media.observe(type => {
    if (type !== wanted) return
    stop()
    act()
  })
}

/** Another media plays on as the one before did: what the viewer has set stays, whatever the settings say of a new media. */
export const playOn = (yoke: KindHost['yoke'], played: Played): void => {
  const { media } = yoke
  if (!media) return
  const { volume, muted, playbackRate, paused, currentTime } = played
  // A refusal of it is told as any other.
  const setRate = (): void => void (media === yoke.media && yoke.run('set-playback-rate', playbackRate))
  const hasRate = playbackRate !== 1
  Object.assign(media, { volume, muted })
  if (media.service !== undefined || media.readyState > 0) {
    if (hasRate) setRate()
  } else {
    // WebKit never comes back from a seek that was asked for earlier, and stops for good at a rate that was.
    if (currentTime > 0) once(media, 'loadedmetadata', () => Object.assign(media, { currentTime }))
    if (hasRate) once(media, paused ? 'loadedmetadata' : 'playing', setRate)
  }
  if (!paused && media.paused) media.play().catch(() => undefined)
}
