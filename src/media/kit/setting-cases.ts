import { takesRate } from '../../core/playback/rates.ts'
import type { ConformanceCase } from './subject.ts'
import { expect, loaded, nameOfThrown, near, playing, record } from './subject.ts'

export const SETTING_CASES: readonly ConformanceCase[] = [
  {
    name: 'volume: reads back, tells volumechange, and leaves muted alone',
    async run(subject) {
      await loaded(subject)
      const { media, until } = subject
      if (!media.capabilities.volume) return
      const { muted } = media
      const types = record(media)
      media.volume = 0.4
      near(media.volume, 0.4, 0.0001, 'volume')
      await until(() => types.includes('volumechange'), 'volumechange')
      media.volume = 0
      expect(media.muted === muted, 'volume 0 changed muted')
    }
  },
  {
    name: 'volume: outside 0 to 1 is an IndexSizeError and changes nothing',
    async run(subject) {
      await loaded(subject)
      const { media } = subject
      for (const volume of [-0.1, 1.1, 50]) {
        const name = nameOfThrown(() => {
          media.volume = volume
        })
        expect(name === 'IndexSizeError', `volume = ${volume} gave ${name ?? 'no error'}`)
      }
      near(media.volume, 1, 0.0001, 'volume')
    }
  },
  {
    name: 'muted: reads back, tells volumechange, and leaves volume alone',
    async run(subject) {
      await loaded(subject)
      const { media, until } = subject
      if (media.capabilities.muted === false) return
      const types = record(media)
      const { muted } = media
      media.muted = !muted
      expect(media.muted === !muted, 'muted did not change')
      near(media.volume, 1, 0.0001, 'volume')
      await until(() => types.includes('volumechange'), 'volumechange')
    }
  },
  {
    name: 'rate: reads back, tells ratechange, time runs at it, muted stays',
    async run(subject) {
      await playing(subject)
      const { media, until } = subject
      if (!takesRate(media.capabilities.playbackRate, 2)) return
      const { muted } = media
      const types = record(media)
      media.playbackRate = 2
      expect(media.playbackRate === 2, `playbackRate is ${media.playbackRate}`)
      await until(() => types.includes('ratechange'), 'ratechange')
      const from = media.currentTime
      await until(() => media.currentTime > from + 0.8, 'time to run')
      expect(media.muted === muted, 'a change of rate changed muted')
      expect(!media.paused, 'a change of rate paused')
    }
  },
  {
    name: 'rate: a negative one is a NotSupportedError and changes nothing',
    async run(subject) {
      await loaded(subject)
      const { media } = subject
      const name = nameOfThrown(() => {
        media.playbackRate = -1
      })
      expect(name === 'NotSupportedError', `playbackRate = -1 gave ${name ?? 'no error'}`)
      expect(media.playbackRate === 1, `playbackRate is ${media.playbackRate}`)
    }
  },
  {
    name: 'load while playing: paused at once, at 0, a pending play rejects',
    async run(subject) {
      await playing(subject)
      const { media, until } = subject
      const types = record(media)
      media.load()
      expect(media.paused && media.readyState === 0, 'load() did not pause or reset')
      near(media.currentTime, 0, 0.001, 'currentTime')
      await until(() => types.includes('emptied') && types.includes('canplay'), 'loading anew')
    }
  }
]
