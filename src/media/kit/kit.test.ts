import { describe, expect, it } from 'vitest'
import type { MediaAdapter, MediaEventType, MediaObserver } from '../adapter.ts'
import type { VirtualClock } from '../clock.ts'
import type { SimulatedMedia } from '../simulated/simulated-media.ts'
import type { SimulatedMediaOptions } from '../simulated/simulated-options.ts'
import { CONFORMANCE_CASES } from './cases.ts'
import { runCase, runConformance } from './run-conformance.ts'
import { simulatedSubject } from './subjects.ts'

const brokenBy = async (
  spoil: (media: SimulatedMedia, clock: VirtualClock) => MediaAdapter
): Promise<readonly string[]> => {
  const outcomes = await runConformance(() => simulatedSubject({}, spoil))
  return outcomes.filter(({ ok }) => !ok).map(({ name }) => name)
}

/** A media with some members replaced; everything else is its own. */
const withMembers = (
  media: SimulatedMedia,
  members: Partial<Record<keyof MediaAdapter, PropertyDescriptor>>
): MediaAdapter => {
  const proxy = new Proxy(media, {
    get: (target, name) => {
      const member = members[name as keyof MediaAdapter]
      const value = member ? (member.get ? member.get.call(proxy) : member.value) : Reflect.get(target, name, target)
      return typeof value === 'function' ? value.bind(target) : value
    },
    set: (target, name, value) => {
      const member = members[name as keyof MediaAdapter]
      if (member?.set) member.set.call(proxy, value)
      else Reflect.set(target, name, value, target)
      return true
    }
  })
  return proxy
}

/** A media whose events come otherwise: `change` gives what is told in place of each. */
const withEvents = (
  media: SimulatedMedia,
  change: (type: MediaEventType) => readonly MediaEventType[]
): MediaAdapter => {
  const listeners: [string, EventListener][] = []
  return withMembers(media, {
    observe: { value: (observer: MediaObserver) => media.observe(type => change(type).forEach(observer)) },
    addEventListener: {
      value: (type: string, listener: EventListener) => {
        listeners.push([type, listener])
        if (listeners.length > 1) return
        media.observe(told => {
          for (const changed of change(told))
            for (const [wanted, call] of listeners) if (wanted === changed) call(new Event(changed))
        })
      }
    }
  })
}

const without =
  (missing: MediaEventType) =>
  (media: SimulatedMedia): MediaAdapter =>
    withEvents(media, type => (type === missing ? [] : [type]))

/** Faults as real engines and services have them, each seeded into an adapter that is otherwise right. */
const FAULTS: Record<string, (media: SimulatedMedia, clock: VirtualClock) => MediaAdapter> = {
  'no playing after a seek': without('playing'),
  'no seeked': without('seeked'),
  'no seeking': without('seeking'),
  'no ended': without('ended'),
  'no pause event': without('pause'),
  'no volumechange': without('volumechange'),
  'no ratechange': without('ratechange'),
  'no timeupdate': without('timeupdate'),
  'no loadedmetadata': without('loadedmetadata'),
  'ended twice': media => withEvents(media, type => (type === 'ended' ? ['ended', 'ended'] : [type])),
  'every event twice': media => withEvents(media, type => [type, type]),
  'play, while playing, begins anew': media =>
    withMembers(media, {
      play: {
        value: () => {
          if (!media.paused) media.currentTime = 0
          return media.play()
        }
      }
    }),
  'milliseconds for seconds': media =>
    withMembers(media, {
      currentTime: {
        get: () => media.currentTime * 1000,
        set: (value: number) => {
          media.currentTime = value / 1000
        }
      }
    }),
  'volume from 0 to 100': media =>
    withMembers(media, {
      volume: {
        get: () => media.volume * 100,
        set: (value: number) => {
          media.volume = value / 100
        }
      }
    }),
  'duration 0 before metadata': media => withMembers(media, { duration: { get: () => media.duration || 0 } }),
  'NaN taken for a time': media =>
    withMembers(media, {
      currentTime: {
        get: () => media.currentTime,
        set: (value: number) => {
          media.currentTime = Number.isFinite(value) ? value : 0
        }
      }
    }),
  'paused flips late': (media, clock) => {
    let paused = true
    media.observe(() =>
      clock.schedule(0.05, () => {
        paused = media.paused
      })
    )
    return withMembers(media, { paused: { get: () => paused } })
  },
  'seeking stays false': media => withMembers(media, { seeking: { get: () => false } }),
  'seeking never ends': media => {
    let sought = false
    return withMembers(media, {
      seeking: { get: () => sought },
      currentTime: {
        get: () => media.currentTime,
        set: (value: number) => {
          sought = true
          media.currentTime = value
        }
      }
    })
  },
  'readyState stays 2': media => withMembers(media, { readyState: { get: () => Math.min(media.readyState, 2) } }),
  'a play promise that never settles': media =>
    withMembers(media, {
      play: {
        value: () => {
          media.play().catch(() => undefined)
          return new Promise(() => undefined)
        }
      }
    }),
  'play resolves although paused': media =>
    withMembers(media, { play: { value: () => media.play().catch(() => undefined) } }),
  'the rate unmutes': media =>
    withMembers(media, {
      playbackRate: {
        get: () => media.playbackRate,
        set: (rate: number) => {
          media.playbackRate = rate
          media.muted = false
        }
      }
    }),
  'mute takes the volume to 0': media =>
    withMembers(media, {
      muted: {
        get: () => media.muted,
        set: (muted: boolean) => {
          media.muted = muted
          media.volume = muted ? 0 : 0.5
        }
      }
    }),
  'seekable only as far as loaded': media =>
    withMembers(media, { seekable: { get: () => ({ length: media.readyState && 1, start: () => 0, end: () => 2 }) } }),
  'a loop that tells ended': media =>
    withEvents(media, type => (type === 'seeking' && media.loop ? ['ended', type] : [type])),
  'a start is never told': without('play'),
  'a late refusal leaves it playing': media => {
    let refused = false
    media.observe(type => {
      if (type === 'pause' && media.currentTime === 0) refused = true
    })
    return withMembers(media, { paused: { get: () => media.paused && !refused } })
  },
  'a refused rate is hidden': media => {
    let asked = 1
    return withMembers(media, {
      playbackRate: {
        get: () => asked,
        set: (rate: number) => {
          media.playbackRate = rate
          asked = rate
        }
      }
    })
  },
  'an error without a reason': media =>
    withMembers(media, { error: { get: () => media.error && { code: media.error.code, message: '' } } }),
  'news before what was queued': media => {
    let kept: MediaEventType[] = []
    return withEvents(media, type => {
      if (type === 'pause') {
        kept = [type]
        return []
      }
      const told = [type, ...kept]
      kept = []
      return told
    })
  },
  'dispose keeps telling': media => withMembers(media, { dispose: { value: () => undefined } })
}

describe('the conformance kit', () => {
  it('is kept by the simulated media', async () => {
    expect(await brokenBy(media => media)).toEqual([])
  })

  it.each<[string, Omit<SimulatedMediaOptions, 'clock'>]>([
    ['a media that answers late', { delays: { load: 0.5, play: 0.3, seek: 0.4 } }],
    ['sound alone', { videoWidth: 0 }],
    ['a long one', { duration: 50 }]
  ])('is kept by %s', async (_, options) => {
    const outcomes = await runConformance(() => simulatedSubject(options))
    expect(outcomes.filter(({ ok }) => !ok)).toEqual([])
  })

  it.each(Object.entries(FAULTS))('catches: %s', async (_, spoil) => {
    expect(await brokenBy(spoil)).not.toEqual([])
  })

  it('every case can fail: each is broken by some seeded fault, or by a media that does nothing', async () => {
    const broken = new Set((await Promise.all(Object.values(FAULTS).map(brokenBy))).flat())
    const inert = await runConformance(() => {
      const subject = simulatedSubject({}, media =>
        withMembers(media, {
          load: { value: () => undefined },
          volume: { get: () => 9 },
          playbackRate: { get: () => 9 }
        })
      )
      return subject
    })
    for (const { name, ok } of inert) if (!ok) broken.add(name)
    const never = CONFORMANCE_CASES.map(({ name }) => name).filter(name => !broken.has(name))
    expect(never).toEqual([])
  })

  it('tells an exception in a subject as an outcome', async () => {
    const [item] = CONFORMANCE_CASES
    const outcome =
      item &&
      (await runCase(item, () => {
        throw new Error('no media here')
      }))
    expect(outcome).toMatchObject({ ok: false, message: 'no media here' })
  })
})
