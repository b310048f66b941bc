import type { ConformanceCase } from './subject.ts'
import { expect, expectOrder, loaded, near, record, sought } from './subject.ts'

export const LOAD_CASES: readonly ConformanceCase[] = [
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
        if (type === 'seeking') observed += 1
      })
      media.addEventListener('seeking', () => {
        listened += 1
      })
      await sought(subject, 1)
      await until(() => listened === 1, 'seeking')
      expect(observed === 1, `one change was observed ${observed} times`)
      stop()
      stop()
      await sought(subject, 2)
      await until(() => listened >= 2, 'a second seeking')
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
