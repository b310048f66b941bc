import type { ConformanceCase } from './subject.ts'
import { expect, expectOrder, loaded, nameOfThrown, near, playing, record, rejection, sought } from './subject.ts'

const start: readonly ConformanceCase[] = [
  {
    name: 'loads: metadata before data, and is paused at 0',
    async run(subject) {
      const { media, until } = subject
      const types = record(media)
      media.load()
      await until(() => types.includes('canplay'), 'canplay')
      expectOrder(types, ['emptied', 'loadstart', 'loadedmetadata', 'loadeddata', 'canplay'])
      expect(media.paused && !media.ended && !media.seeking, 'a loaded media is paused, not ended, not seeking')
      near(media.currentTime, 0, 0.001, 'currentTime')
    }
  },
  {
    name: 'loads: the duration is known with loadedmetadata, and unknown before',
    async run({ media, until }) {
      const durations: number[] = []
      media.addEventListener('loadedmetadata', () => durations.push(media.duration))
      media.load()
      expect(Number.isNaN(media.duration), `duration was ${media.duration} before metadata, not NaN`)
      await until(() => durations.length > 0, 'loadedmetadata')
      expect((durations[0] ?? 0) >= 4, `duration at loadedmetadata was ${durations[0]}`)
    }
  },
  {
    name: 'loads: seekable covers the timeline, buffered lies within it',
    async run(subject) {
      await loaded(subject)
      const { media } = subject
      near(media.seekable.end(media.seekable.length - 1), media.duration, 0.5, 'end of seekable')
      await subject.until(() => media.buffered.length > 0, 'something buffered')
      expect(
        media.buffered.start(0) >= 0 && media.buffered.end(media.buffered.length - 1) <= media.duration + 0.5,
        'buffered outside the timeline'
      )
    }
  },
  {
    name: 'observers: each event once, until the stop is called, and stopping twice is harmless',
    async run(subject) {
      await loaded(subject)
      const { media, until } = subject
      let observed = 0
      let listened = 0
      const stop = media.observe(type => {
        if (type === 'volumechange') observed += 1
      })
      media.addEventListener('volumechange', () => {
        listened += 1
      })
      media.volume = 0.5
      await until(() => listened === 1, 'volumechange')
      expect(observed === 1, `one change was observed ${observed} times`)
      stop()
      stop()
      media.volume = 0.25
      await until(() => listened >= 2, 'a second volumechange')
      expect(observed === 1, 'an observer was called after its stop')
    }
  },
  {
    name: 'dispose: nothing is told afterwards, and twice is harmless',
    async run(subject) {
      await loaded(subject)
      const { media } = subject
      const types = record(media)
      media.dispose()
      media.dispose()
      media.volume = 0.125
      media.muted = !media.muted
      let turns = 0
      await subject.until(() => ++turns > 5, 'time to pass')
      expect(types.length === 0, `events after dispose: ${types.join(' ')}`)
    }
  }
]

const playback: readonly ConformanceCase[] = [
  {
    name: 'play: paused is false at once, play comes before playing, the promise resolves, time runs',
    async run(subject) {
      await loaded(subject)
      const { media, until } = subject
      const types = record(media)
      const outcome = rejection(media.play())
      expect(!media.paused, 'paused stayed true after play()')
      await until(() => outcome.settled && types.includes('playing'), 'playing, and the promise')
      expect(outcome.name === undefined, `play() rejected with ${outcome.name}`)
      expectOrder(types, ['play', 'playing'])
      await until(() => media.currentTime > 0.2, 'time to run')
      expect(media.readyState >= 3, `readyState is ${media.readyState} while time runs`)
    }
  },
  {
    name: 'play: before data waits, then plays',
    async run({ media, until }) {
      const types = record(media)
      media.load()
      const outcome = rejection(media.play())
      expect(!media.paused, 'paused stayed true after play()')
      await until(() => outcome.settled, 'the play promise to settle')
      expect(outcome.name === undefined, `play() rejected with ${outcome.name}`)
      await until(() => media.currentTime > 0.1, 'time to run')
      expectOrder(types, ['play', 'waiting', 'playing'])
    }
  },
  {
    name: 'pause: at once, and time stands still',
    async run(subject) {
      await playing(subject)
      const { media, until } = subject
      const types = record(media)
      media.pause()
      expect(media.paused, 'paused stayed false after pause()')
      await until(() => types.includes('pause'), 'pause')
      const { currentTime } = media
      let turns = 0
      await until(() => ++turns > 10, 'time to pass')
      near(media.currentTime, currentTime, 0.05, 'currentTime while paused')
    }
  },
  {
    name: 'pause: a play that has not begun rejects with AbortError',
    async run({ media, until }) {
      media.load()
      const outcome = rejection(media.play())
      media.pause()
      await until(() => outcome.settled, 'the play promise to settle')
      expect(outcome.name === 'AbortError', `it ended with ${outcome.name ?? 'playing'}`)
      expect(media.paused, 'it plays on')
    }
  },
  {
    name: 'pause, then play: plays on from there',
    async run(subject) {
      await playing(subject)
      const { media, until } = subject
      media.pause()
      const { currentTime } = media
      const outcome = rejection(media.play())
      await until(() => outcome.settled, 'the play promise to settle')
      await until(() => media.currentTime > currentTime + 0.1, 'time to run on')
      near(media.currentTime, currentTime, 2, 'currentTime')
    }
  },
  {
    name: 'timeupdate: comes while time runs, each with a later time',
    async run(subject) {
      await playing(subject)
      const { media, until } = subject
      const times: number[] = []
      media.addEventListener('timeupdate', () => times.push(media.currentTime))
      await until(() => times.length >= 4, 'four timeupdates')
      expect(
        times.every((time, index) => index === 0 || time >= (times[index - 1] ?? 0)),
        `times went back: ${times.join(' ')}`
      )
      expect((times.at(-1) ?? 0) > (times[0] ?? 0), `time stood still: ${times.join(' ')}`)
    }
  },
  {
    name: 'end: pauses, then tells ended once; duration is reached',
    async run(subject) {
      await playing(subject)
      const { media, until } = subject
      const types = record(media)
      media.currentTime = media.duration - 0.5
      await until(() => types.includes('ended'), 'ended')
      expectOrder(types, ['seeked', 'pause', 'ended'])
      expect(media.ended && media.paused, 'an ended media is ended and paused')
      near(media.currentTime, media.duration, 0.1, 'currentTime at the end')
      let turns = 0
      await until(() => ++turns > 5, 'time to pass')
      expect(types.filter(type => type === 'ended').length === 1, 'ended was told more than once')
    }
  },
  {
    name: 'end, then play: starts again from the start',
    async run(subject) {
      await playing(subject)
      const { media, until } = subject
      media.currentTime = media.duration
      await until(() => media.ended, 'the end')
      const outcome = rejection(media.play())
      await until(() => outcome.settled, 'the play promise to settle')
      expect(outcome.name === undefined, `play() rejected with ${outcome.name}`)
      await until(() => !media.seeking && media.currentTime > 0.05, 'time to run')
      near(media.currentTime, 0, 2, 'currentTime')
      expect(!media.ended, 'still ended')
    }
  },
  {
    name: 'loop: goes on from the start, without pause or ended',
    async run(subject) {
      const { media, until } = subject
      await playing(subject)
      media.loop = true
      const types = record(media)
      media.currentTime = media.duration - 0.4
      await until(() => !media.seeking && media.currentTime < media.duration / 2, 'the start to come again')
      await until(() => media.currentTime > 0.05, 'time to run')
      expect(!types.includes('pause') && !types.includes('ended'), `a loop told ${types.join(' ')}`)
    }
  }
]

const seeking: readonly ConformanceCase[] = [
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
    name: 'seek, playing: plays on, says so, and is ready',
    async run(subject) {
      await playing(subject)
      const { media, until } = subject
      const types = record(media)
      media.currentTime = 2
      await until(() => types.includes('playing'), 'playing after the seek')
      expectOrder(types, ['seeking', 'seeked', 'playing'])
      await until(() => media.currentTime > 2.1, 'time to run on')
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
      await until(() => types.includes('ended'), 'ended')
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
      await until(() => types.includes('seeked'), 'seeked')
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

const settings: readonly ConformanceCase[] = [
  {
    name: 'volume: reads back, tells volumechange, and leaves muted alone',
    async run(subject) {
      await loaded(subject)
      const { media, until } = subject
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

/** The promises of the adapter contract. Every adapter keeps every one. */
export const CONFORMANCE_CASES: readonly ConformanceCase[] = [...start, ...playback, ...seeking, ...settings]
