import { describe, expect, it } from 'vitest'
import { SettingLayers } from './layers.ts'
import { readSetting, readSettings, SETTING_ATTRIBUTES, type SettingAttribute } from './read-setting.ts'
import { findUnknownSettings } from './unknown.ts'

const kept = (settings: object): object => JSON.parse(JSON.stringify(settings))

describe('one attribute', () => {
  it.each<[SettingAttribute, string, unknown]>([
    ['clip-title', 'The lock gate', { title: 'The lock gate' }],
    ['frame-rate', '25', { frameRate: 25 }],
    ['gestures', 'off', { gestures: false }],
    ['hide-after', 'never', { hideAfter: Number.POSITIVE_INFINITY }],
    ['hide-after', '4', { hideAfter: 4 }],
    ['playback-rates', '1, 1.5 2', { playbackRates: [1, 1.5, 2] }],
    ['save-data', '', { saveData: true }],
    ['solo', '', { solo: true }],
    ['source-timeout', '3', { sourceTimeout: 3 }],
    ['start-at', '50%', { start: { at: '50%' } }],
    ['start-sound', 'off', { start: { sound: 'off' } }],
    ['start-volume', '0.6', { start: { volume: 0.6 } }],
    ['start-when', ' in-view ', { start: { when: 'in-view' } }]
  ])('%s="%s"', (name, written, settings) => {
    expect(readSetting(name, written)).toEqual({ settings, faults: [] })
  })

  it.each<[SettingAttribute, string, string | RegExp]>([
    ['start-when', 'inview', 'did you mean in-view?'],
    ['start-sound', 'loud', 'there are wanted, required, off'],
    ['start-volume', '60', /0 to 1/],
    ['start-at', '1:75', /./],
    ['hide-after', '-1', /above 0, or never/],
    ['playback-rates', 'fast', /numbers above 0/],
    ['frame-rate', '0', /frames a second/],
    ['shortcuts', 'Spcae', /Space/]
  ])('%s="%s" is a fault, and sets nothing', (name, written, hint) => {
    const { settings, faults } = readSetting(name, written)
    expect(kept(settings)).toEqual(name.startsWith('start') ? { start: {} } : {})
    expect(faults).toHaveLength(1)
    expect(faults[0]?.hint).toMatch(hint)
  })
})

describe('the attribute settings', () => {
  it('says in JSON what attributes say, each with the reader of its attribute', () => {
    const text =
      '{"title":"Tide","hideAfter":4,"playbackRates":[1,2],"solo":false,"gestures":true,"start":{"when":"at-once","volume":0.5}}'
    const { settings, faults } = readSettings(text)
    expect(faults).toEqual([])
    expect(kept(settings)).toEqual({
      title: 'Tide',
      hideAfter: 4,
      playbackRates: [1, 2],
      solo: false,
      gestures: true,
      start: { when: 'at-once', volume: 0.5 }
    })
  })

  it.each([
    ['{"hideafter": 4, "start": {"whn": "pressed"}}', ['did you mean hideAfter?', 'did you mean start.when?']],
    ['{"start": {"when": "inview"}}', ['did you mean in-view?']],
    ['{"colour": "red"}', [/^there are title, frameRate/]],
    ['hideAfter: 4', [/^write JSON/]],
    ['[]', [/^write JSON/]]
  ])('%s', (text, hints) => {
    const { faults } = readSettings(text)
    expect(faults.map(({ hint }) => hint)).toEqual(hints.map(hint => expect.stringMatching(hint)))
  })

  it('taken away takes back each setting', () => {
    const { settings } = readSettings(null)
    expect(Object.keys(settings).length + Object.keys(settings.start ?? {}).length - 1).toBe(SETTING_ATTRIBUTES.length)
    expect(kept(settings)).toEqual({ start: {} })
  })
})

describe('one setting from several places', () => {
  it('the stronger wins, whichever came first, and the weaker holds again when it goes', () => {
    const layers = new SettingLayers()
    expect(layers.settle('script', { hideAfter: 1 }).settings).toEqual({ hideAfter: 1 })
    expect(layers.settle('attribute', { hideAfter: 2 }).settings).toEqual({})
    expect(layers.settle('document', { title: 'Tide' }).settings).toEqual({ title: 'Tide' })
    expect(layers.settle('script', { hideAfter: undefined }).settings).toEqual({ hideAfter: 2 })
    expect(layers.settle('attribute', { hideAfter: undefined }).settings).toEqual({ hideAfter: undefined })
  })

  it('is told once, with which one wins', () => {
    const layers = new SettingLayers()
    layers.settle('settings', { start: { when: 'at-once', sound: 'off' } })
    const { settings, faults } = layers.settle('attribute', { start: { when: 'in-view' } })
    expect(settings).toEqual({ start: { when: 'in-view' } })
    expect(faults.map(({ code, message }) => [code, message])).toEqual([
      [
        'setting-twice',
        'start.when is set by an attribute of its own and by the attribute settings; an attribute of its own wins.'
      ]
    ])
    expect(layers.settle('script', { start: { when: 'pressed' } }).faults).toEqual([])
  })

  it('what is unknown is told with the nearest name', () => {
    expect(findUnknownSettings({ hideAfer: 1, title: '' }, ['hideAfter', 'title'])).toEqual([
      { code: 'setting-unknown', message: 'There is no setting “hideAfer”.', hint: 'did you mean hideAfter?' }
    ])
  })
})
