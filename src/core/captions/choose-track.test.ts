import { describe, expect, it } from 'vitest'
import { findTrack, initialTrack, preferredTrack, type RememberedChoice, type TrackOffer } from './choose-track.ts'

const track = (id: string, language: string, more: Partial<TrackOffer> = {}): TrackOffer => ({
  id,
  language,
  kind: 'captions',
  label: id.toUpperCase(),
  default: false,
  forced: false,
  ...more
})

const PLAIN = [track('en', 'en'), track('ar', 'ar-EG'), track('ja', 'ja')]
const DEFAULT = [track('en', 'en'), track('ar', 'ar-EG', { default: true }), track('ja', 'ja', { default: true })]
const FORCED = [track('signs', 'en', { forced: true, default: true }), track('ar', 'ar')]

describe('the track at first, and the one to turn on', () => {
  it.each<[string, readonly TrackOffer[], RememberedChoice | undefined, readonly string[], string, string]>([
    ['nothing asked for', PLAIN, undefined, ['ja-JP', 'en'], 'none', 'ja'],
    ['a language of the family', PLAIN, undefined, ['ar', 'en'], 'none', 'ar'],
    ['no language fits', PLAIN, undefined, ['de'], 'none', 'en'],
    ['a default shows', DEFAULT, undefined, ['de'], 'ar', 'ar'],
    ['of several defaults, the viewer’s language', DEFAULT, undefined, ['ja'], 'ja', 'ja'],
    ['turned off the last time', DEFAULT, { showing: false, language: 'en' }, ['de'], 'none', 'en'],
    ['turned on the last time', PLAIN, { showing: true, language: 'ja' }, ['en'], 'ja', 'ja'],
    ['the language of the last time is not there', PLAIN, { showing: true, language: 'fr' }, ['ar'], 'ar', 'ar'],
    ['forced tracks are no choice', FORCED, undefined, ['en'], 'none', 'ar'],
    ['no tracks', [], { showing: true, language: 'en' }, ['en'], 'none', 'none']
  ])('%s', (_, tracks, remembered, languages, first, preferred) => {
    expect(initialTrack(tracks, { remembered, languages })?.id ?? 'none').toBe(first)
    expect(preferredTrack(tracks, { remembered, languages })?.id ?? 'none').toBe(preferred)
  })

  it.each([
    ['ar', 'ar'],
    ['AR', 'ar'],
    ['ar-EG', 'ar'],
    ['ja-JP', 'ja'],
    ['', 'none'],
    ['de', 'none']
  ])('“%s” means %s', (name, id) => expect(findTrack(PLAIN, name)?.id ?? 'none').toBe(id))
})
