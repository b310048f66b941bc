import type { ConformanceCase } from './subject.ts'
import { expect, expectOrder, loaded, playing, record, rejection } from './subject.ts'

/** What comes from outside: from whoever stands between us and the media. */
export const OUTSIDE_CASES: readonly ConformanceCase[] = [
  {
    name: 'from inside: a start that nobody here asked for is told like any other',
    async run(subject) {
      const { media, until, outside } = subject
      if (!outside?.play) return
      await loaded(subject)
      const types = record(media)
      outside.play()
      await until(() => types.includes('playing'), 'playing')
      expectOrder(types, ['play', 'playing'])
      expect(!media.paused, 'paused stayed true')
      const from = media.currentTime
      await until(() => media.currentTime > from, 'time to run')
    }
  },
  {
    name: 'late refusal: a play that was taken and then refused is paused again, told, and rejects',
    async run(subject) {
      const { media, until, outside } = subject
      if (!outside?.refusePlayLate) return
      await loaded(subject)
      outside.refusePlayLate()
      const types = record(media)
      const outcome = rejection(media.play())
      await until(() => outcome.settled && types.includes('pause'), 'the refusal')
      expect(outcome.name === 'NotAllowedError', `it ended with ${outcome.name ?? 'playing'}`)
      expectOrder(types, ['play', 'pause'])
      expect(media.paused, 'it is not paused')
      expect(!types.includes('playing'), 'playing was told')
    }
  },
  {
    name: 'late refusal of a rate: it falls back, says so, and plays on',
    async run(subject) {
      const { media, until, outside } = subject
      if (!outside?.refuseRatesLate) return
      await playing(subject)
      const { muted } = media
      outside.refuseRatesLate()
      const rates: number[] = []
      media.observe(type => {
        if (type === 'ratechange') rates.push(media.playbackRate)
      })
      media.playbackRate = 2
      await until(() => rates.at(-1) === 1, 'the rate to fall back, and to be told')
      expect(media.playbackRate === 1, `playbackRate is ${media.playbackRate}`)
      const from = media.currentTime
      await until(() => media.currentTime > from, 'time to run on')
      expect(!media.paused && media.muted === muted, 'a refused rate paused, or changed muted')
    }
  },
  {
    name: 'error: with its reason, paused, and a play request rejects',
    async run(subject) {
      const { media, until, outside } = subject
      if (!outside?.fail) return
      await playing(subject)
      const types = record(media)
      outside.fail()
      await until(() => types.includes('error'), 'error')
      const { error } = media
      expect(error !== null && error.code > 0, 'there is no error, or it has no code')
      const { reason } = error ?? {}
      expect(Boolean(reason?.code && reason.message && reason.hint), 'the error does not say why')
      expect(media.paused, 'it is not paused')
      const outcome = rejection(media.play())
      await until(() => outcome.settled, 'the play promise to settle')
      expect(outcome.name === 'NotSupportedError', `play() ended with ${outcome.name ?? 'playing'}`)
    }
  },
  {
    name: 'order: what was done first is told before what comes from outside',
    async run(subject) {
      const { media, until, outside } = subject
      if (!outside?.play) return
      await playing(subject)
      const types = record(media)
      media.pause()
      outside.play()
      // One of before the pause may still be on its way.
      await until(() => types.lastIndexOf('playing') > types.indexOf('pause'), 'playing')
      expectOrder(types, ['pause', 'play', 'playing'])
      expect(!media.paused, 'it is paused')
    }
  }
]
