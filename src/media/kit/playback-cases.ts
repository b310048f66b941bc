import type { ConformanceCase } from './subject.ts'
import { expect, expectOrder, loaded, near, playing, record, rejection } from './subject.ts'

export const PLAYBACK_CASES: readonly ConformanceCase[] = [
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
    name: 'play, while playing: the promise resolves, and time runs on as it did',
    async run(subject) {
      await playing(subject)
      const { media, until } = subject
      const types = record(media)
      const { currentTime } = media
      const outcome = rejection(media.play())
      expect(media.currentTime >= currentTime, `it went back from ${currentTime} to ${media.currentTime}`)
      await until(() => outcome.settled, 'the play promise to settle')
      expect(outcome.name === undefined, `play() was refused with ${outcome.name}`)
      await until(() => media.currentTime > currentTime + 0.1, 'time to run on')
      expect(!types.includes('play'), 'play was told again')
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
