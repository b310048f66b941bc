import { describe, expect, it } from 'vitest'
import { SettingLayers } from './layers.ts'
import { readDataSettings, readDeep, readSettingAttribute, settingTwice } from './read-deep.ts'
import {
  ATTRIBUTE_KEYS,
  DEFAULT_SETTINGS,
  flattenSettings,
  nestSettings,
  rowOf,
  SETTING_KEYS,
  type SettingKey
} from './table.ts'
import { readValue } from './value-schema.ts'

describe('the table of settings', () => {
  it('each default is one that its schema lets in', () => {
    for (const key of SETTING_KEYS) {
      const { schema, default: usual } = rowOf(key)
      if (usual !== undefined) expect([key, readValue(schema, usual)]).toEqual([key, usual])
    }
  })

  it('attributes are the keys with dashes, but where HTML has a name of its own', () => {
    const others = [...ATTRIBUTE_KEYS].filter(
      ([name, key]) => name.replace(/-/g, '') !== key.replace('.', '').toLowerCase()
    )
    expect(others).toEqual([['clip-title', 'title']])
    expect(ATTRIBUTE_KEYS.get('crossorigin')).toBe('crossOrigin')
  })

  it('lies flat and nested alike', () => {
    const nested = { hideAfter: 4, start: { when: 'at-once', volume: 0.5 }, captionLook: { size: 2 } }
    const flat = flattenSettings(nested)
    expect(flat.map(([key]) => key)).toEqual(['hideAfter', 'start.when', 'start.volume', 'captionLook.size'])
    expect(nestSettings(flat)).toEqual(nested)
    expect(flattenSettings({ start: undefined })).toEqual(
      ['start.at', 'start.sound', 'start.volume', 'start.when'].map(key => [key, undefined])
    )
    expect(DEFAULT_SETTINGS).toMatchObject({ hideAfter: 2.5, start: { when: undefined } })
  })
})

describe('one attribute', () => {
  it.each<[string, string, unknown]>([
    ['clip-title', 'The lock gate', 'The lock gate'],
    ['controls', '', true],
    ['fit', ' cover ', 'cover'],
    ['focus-point', '50% 20%', '50% 20%'],
    ['frame-rate', '25', 25],
    ['gestures', 'off', false],
    ['hide-after', 'never', Number.POSITIVE_INFINITY],
    ['hide-after', '4', 4],
    ['layouts', '[{"rows":[["stop"]]}]', [{ from: 0, rows: [[{ control: 'stop' }]] }]],
    ['loop', '', true],
    ['playback-rates', '1, 1.5 2', [1, 1.5, 2]],
    ['poster-at', '0:12.5', '0:12.5'],
    ['save-data', '', true],
    ['shortcuts', 'off', []],
    ['solo', '', true],
    ['source-timeout', '3', 3],
    ['start-at', '50%', '50%'],
    ['start-sound', 'off', 'off'],
    ['start-volume', '0.6', 0.6],
    ['start-when', ' in-view ', 'in-view'],
    ['without', 'volume  loop', ['volume', 'loop']]
  ])('%s="%s"', (name, written, value) => {
    expect(readSettingAttribute(name, written)).toEqual({ ok: true, value })
  })

  it.each<[string, string, string | RegExp]>([
    ['start-when', 'inview', 'did you mean in-view?'],
    ['start-sound', 'loud', 'there are wanted, required, off'],
    ['start-volume', '60', /0 to 1/],
    ['start-volume', '', /0 to 1/],
    ['start-at', '1:75', /./],
    ['hide-after', '-1', /above 0, or never/],
    ['playback-rates', 'fast', /numbers above 0/],
    ['frame-rate', '0', /frames a second/],
    ['fit', 'cver', 'did you mean cover?'],
    ['focus-point', 'left', /50% 20%/],
    ['layouts', 'rows', /rows/],
    ['without', 'volme', 'did you mean volume?'],
    ['preload', 'lots', /there are none, metadata, auto/],
    ['shortcuts', 'Spcae', /Space/]
  ])('%s="%s" is a fault', (name, written, hint) => {
    expect(readSettingAttribute(name, written)).toMatchObject({
      ok: false,
      fault: { hint: expect.stringMatching(hint) }
    })
  })
})

describe('settings as data', () => {
  const take = (settings: object) => readDataSettings(flattenSettings(settings))

  it('say what attributes say, each by the same schema', () => {
    const given = { title: 'Tide', hideAfter: 'never', playbackRates: [1, 2], solo: false, controls: true }
    const { read, unknown } = take({ ...given, start: { when: 'at-once', volume: 0.5 } })
    expect(unknown).toEqual([])
    expect(nestSettings(read.map(([key, result]) => [key, result.ok && result.value]))).toEqual({
      ...given,
      hideAfter: Number.POSITIVE_INFINITY,
      start: { when: 'at-once', volume: 0.5 }
    })
  })

  it.each<[object, string]>([
    [{ hideafter: 4 }, 'did you mean hideAfter?'],
    [{ start: { whn: 'pressed' } }, 'did you mean start.when?'],
    [{ colour: 'red' }, 'there are autoplay, '],
    [{ container: {} }, 'did you mean'],
    [{ start: 'at-once' }, '']
  ])('%j is no setting', (settings, hint) => {
    expect(
      take(settings).unknown.map(fault => fault.hint.startsWith(hint) || fault.hint.includes('container'))
    ).toEqual([true])
  })

  it.each<[SettingKey, unknown]>([
    ['hideAfter', 'soon'],
    ['playbackRates', '1 2'],
    ['playbackRates', [0, 1]],
    ['loop', 'yes'],
    ['start.when', 'inview'],
    ['captionLook.color', 'red'],
    ['sourceTimeout', Number.NaN]
  ])('%s: %j cannot be read', (key, value) => {
    const [[, result] = []] = take(nestSettings([[key, value]])).read
    expect(result).toMatchObject({ ok: false, fault: { code: 'setting-unreadable' } })
  })

  it('moments and shortcuts are read all the way', () => {
    expect(readDeep('moments', [{ at: '1:75', label: 'never' }]).value).toBeUndefined()
    expect(readDeep('without', ['volume', 'volme'])).toMatchObject({
      value: ['volume'],
      faults: [{ hint: 'did you mean volume?' }]
    })
    expect(readDeep('shortcuts', ['m', { key: 'x', command: 'stop' }])).toMatchObject({
      value: [{ key: 'm' }, { key: 'x', command: 'stop' }]
    })
  })
})

describe('one setting from several places', () => {
  it('the stronger wins, whichever came first, and the weaker holds again when it goes', () => {
    const layers = new SettingLayers()
    expect([layers.set('script', 'hideAfter', 1), layers.valueOf('hideAfter')]).toEqual([true, 1])
    expect([layers.set('attribute', 'hideAfter', 2), layers.valueOf('hideAfter')]).toEqual([false, 1])
    expect([layers.set('script', 'hideAfter', undefined), layers.valueOf('hideAfter')]).toEqual([true, 2])
    expect([layers.set('attribute', 'hideAfter', undefined), layers.valueOf('hideAfter')]).toEqual([true, 2.5])
  })

  it('is explained: what holds, who said it, what it hid', () => {
    const layers = new SettingLayers()
    layers.set('attribute', 'hideAfter', 4)
    layers.set('clip', 'hideAfter', 6)
    expect(layers.explain('hideAfter')).toEqual({
      key: 'hideAfter',
      value: 4,
      origin: 'attribute',
      hidden: [
        { origin: 'clip', value: 6 },
        { origin: 'library', value: 2.5 }
      ]
    })
    expect(layers.explain('title')).toEqual({
      key: 'title',
      value: '',
      origin: 'library',
      hidden: []
    })
  })

  it('is told, but where the media says the same as its player, or only the form speaks', () => {
    const layers = new SettingLayers()
    layers.set('form', 'loop', true)
    layers.set('attribute', 'loop', true)
    layers.set('media', 'loop', true)
    expect(layers.twiceOf('loop')).toBeUndefined()
    layers.set('settings', 'start.when', 'at-once')
    layers.set('attribute', 'start.when', 'in-view')
    const twice = layers.twiceOf('start.when')
    expect(twice && settingTwice('start.when', ...twice).message).toBe(
      'start.when is set by an attribute of its own and by the attribute settings; an attribute of its own wins.'
    )
  })
})
