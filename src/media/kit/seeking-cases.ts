import type { ConformanceCase } from './subject.ts'
import { expect, expectOrder, loaded, nameOfThrown, near, playing, record, rejection, sought } from './subject.ts'

export const SEEKING_CASES: readonly ConformanceCase[] = [
  {
    name: 'seek, paused: seeking and the target at once, then seeking before seeked, and stays paused',
    async run(subject) {
      await loaded(subject)
      const { media, until } = subject
      const types = record(media)
      media.currentTime = 2
      expect(media.seeking, 'seeking was false after currentTime was set')
      near(media.currentTime, 2, 0.001, 'currentTime while seeking')
      await until(() => types.includes('seeked'), 'seeked')
      expectOrder(types, ['seeking', 'timeupdate', 'seeked'])
      expect(!media.seeking && media.paused, 'after a paused seek: not seeking, paused')
      near(media.currentTime, 2, 0.05, 'currentTime after the seek')
    }
  },
  {
    name: 'seek, playing: plays on from there, says so, and is ready',
    async run(subject) {
      await playing(subject)
      const { media, until } = subject
      const types = record(media)
      const to = media.duration * 0.6
      media.currentTime = to
      // One of before the seek may still be on its way.
      await until(() => types.lastIndexOf('playing') > types.lastIndexOf('seeking'), 'playing after the seek')
      expectOrder(types, ['seeking', 'seeked', 'playing'])
      const { currentTime } = media
      expect(currentTime > to - 0.1, `it was sent to ${to.toFixed(1)}, and plays on from ${currentTime.toFixed(1)}`)
      await until(() => media.currentTime > to + 0.1, 'time to run on')
      expect(media.readyState >= 3, `readyState is ${media.readyState} while time runs`)
    }
  },
  {
    name: 'seek, playing, then pause and play: the promise settles and playing comes',
    async run(subject) {
      await playing(subject)
      const { media, until } = subject
      await sought(subject, 2)
      await until(() => media.currentTime > 2.1, 'time to run on')
      media.pause()
      const types = record(media)
      const outcome = rejection(media.play())
      await until(() => outcome.settled && types.includes('playing'), 'playing, and the promise')
      expect(outcome.name === undefined, `play() rejected with ${outcome.name}`)
    }
  },
  {
    name: 'seek: below 0 lands at 0, beyond the end at the end',
    async run(subject) {
      await loaded(subject)
      const { media } = subject
      await sought(subject, -5)
      near(media.currentTime, 0, 0.001, 'currentTime')
      await sought(subject, media.duration + 100)
      near(media.currentTime, media.duration, 0.1, 'currentTime')
    }
  },
  {
    name: 'seek to the end, paused: ended, and told once',
    async run(subject) {
      await loaded(subject)
      const { media, until } = subject
      const types = record(media)
      media.currentTime = media.duration
      await until(() => {
        // An engine may find, once it is there, that the end is a little further on.
        if (!media.seeking && !media.ended && media.currentTime < media.duration) media.currentTime = media.duration
        return types.includes('ended')
      }, 'ended')
      expect(media.ended && media.paused, 'an ended media is ended and paused')
      let turns = 0
      await until(() => ++turns > 5, 'time to pass')
      expect(types.filter(type => type === 'ended').length === 1, 'ended was told more than once')
    }
  },
  {
    name: 'seek back from the end, paused: settles, and is no longer ended',
    async run(subject) {
      await playing(subject)
      const { media, until } = subject
      media.currentTime = media.duration
      await until(() => media.ended && media.paused, 'the end')
      const types = record(media)
      media.currentTime = 1
      // The seek to the end may still tell its own.
      await until(() => types.includes('seeked') && !media.seeking, 'seeked')
      expect(!media.seeking && !media.ended, 'still seeking or ended')
      near(media.currentTime, 1, 0.05, 'currentTime')
      expect(media.paused, 'it plays')
    }
  },
  {
    name: 'seek: many at once, the last one holds',
    async run(subject) {
      await loaded(subject)
      const { media, until } = subject
      const types = record(media)
      for (const seconds of [1, 3, 2, 3.5, 1.5]) media.currentTime = seconds
      await until(() => types.includes('seeked') && !media.seeking, 'the last seek to end')
      near(media.currentTime, 1.5, 0.05, 'currentTime')
    }
  },
  {
    name: 'seek before metadata: kept, and applied',
    async run({ media, until }) {
      media.load()
      media.currentTime = 2
      near(media.currentTime, 2, 0.001, 'currentTime before metadata')
      await until(() => media.readyState >= 2 && !media.seeking, 'data')
      near(media.currentTime, 2, 0.05, 'currentTime after loading')
    }
  },
  {
    name: 'seek: NaN and infinities are a TypeError and change nothing',
    async run(subject) {
      await loaded(subject)
      const { media } = subject
      for (const seconds of [Number.NaN, Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY]) {
        const name = nameOfThrown(() => {
          media.currentTime = seconds
        })
        expect(name === 'TypeError', `currentTime = ${seconds} gave ${name ?? 'no error'}`)
      }
      near(media.currentTime, 0, 0.001, 'currentTime')
    }
  }
]
