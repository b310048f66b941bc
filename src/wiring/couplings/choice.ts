import { offeredTracks } from '../../core/captions/choose-track.ts'
import { offeredRates } from '../../core/playback/rates.ts'
import { AUTOMATIC, OFF } from '../../core/playback/values.ts'
import { fillWords } from '../../core/words/basic.ts'
import { tellMistake } from '../checks/tell-mistake.ts'
import { isTag } from '../scope/nodes.ts'
import type { Choice, Coupling, PlainValue, YokeView } from '../yoke/yoke-view.ts'
import type { BoundValue } from './bound-value.ts'

type Field = HTMLInputElement | HTMLSelectElement

/** Whether what is written in markup means the value: `1.0` is 1, `true` is true. */
const means = (written: string, value: PlainValue): boolean =>
  typeof value === 'number' ? written.trim() !== '' && Number(written) === value : written === String(value)

const isTicked = (field: Field): boolean => field.type === 'checkbox' || field.type === 'radio'

/** Shows what the media does. A select without an option for it shows none, rather than a wrong one. */
const show = (field: Field, value: PlainValue): void => {
  if (isTag(field, 'select')) {
    field.selectedIndex = [...field.options].findIndex(option => means(option.value, value))
  } else if (field.type === 'checkbox') field.checked = value === true || (typeof value === 'string' && value !== OFF)
  else if (field.type === 'radio') field.checked = means(field.value, value)
  else field.value = Number.isFinite(Number(value)) ? String(Math.round(Number(value) * 100) / 100) : ''
}

const rateChoices = ({ snapshot, settings: { words } }: YokeView): readonly Choice[] => {
  const format = new Intl.NumberFormat(words.lang)
  return offeredRates(snapshot).map(rate => [String(rate), fillWords(words.rate, { rate: format.format(rate) })])
}

const trackChoices = ({ snapshot, settings: { words } }: YokeView): readonly Choice[] => [
  [OFF, words.captionsOff ?? 'Off'],
  ...offeredTracks(snapshot.captionTracks).map(({ label, id }): Choice => [id, label])
]

const qualityChoices = ({ snapshot, settings: { words } }: YokeView): readonly Choice[] =>
  snapshot.qualities.map(quality => [quality, quality === AUTOMATIC ? (words.automatic ?? 'Automatic') : quality])

const audioChoices = ({ snapshot }: YokeView): readonly Choice[] => snapshot.audioTracks.map(label => [label, label])

/** What an empty list is filled with: the rates on offer, the text tracks, the qualities, the audio tracks. */
const FILLINGS: Readonly<Record<string, BoundValue['choices']>> = {
  __proto__: null as never,
  'playback-rate': rateChoices,
  captions: trackChoices,
  quality: qualityChoices,
  'audio-track': audioChoices
}

/** What {@link FILLINGS} are made of: looked at with each change of the media, so that figures are written only when it changes. */
const madeOf = (yoke: YokeView): string => {
  const { snapshot, settings } = yoke
  const { rate, lang } = settings.words
  return [trackChoices(yoke), offeredRates(snapshot), snapshot.qualities, snapshot.audioTracks, rate, lang].join()
}

/** Keeps an empty list filled with what there is. @returns its stop. */
const fillList = (field: Field, value: BoundValue, yoke: YokeView): (() => void) => {
  const filling = FILLINGS[value.name]
  const choices = filling ?? value.choices
  if (!choices || !isTag(field, 'select') || field.options.length > 0) return () => undefined
  const fill = (): void => {
    field.replaceChildren(...choices(yoke).map(([of, label]) => new Option(label, of)))
    show(field, value.read(yoke))
  }
  fill()
  return yoke.subscribe<unknown>(filling ? madeOf : choices, fill)
}

const readField = (field: Field): string | boolean =>
  isTag(field, 'input') && field.type === 'checkbox' ? field.checked : field.value

/**
 * Couples a checkbox, radio button, select or number field. A number is taken over when the viewer has finished it,
 * not at each digit, and is not written over while it is being typed.
 */
export const coupleChoice = (field: Field, value: BoundValue, yoke: YokeView): Coupling => {
  const stopFilling = fillList(field, value, yoke)
  let typing = false
  const current = (): PlainValue => value.read(yoke)
  const update = (): void => {
    if (!typing) show(field, current())
  }
  const take = (): void => {
    typing = false
    const wanted = readField(field)
    // A radio button that was not chosen, and a field that was emptied, ask for nothing.
    if (wanted === '' || (isTag(field, 'input') && field.type === 'radio' && !field.checked)) {
      update()
      return
    }
    if (value.write) value.write(wanted, yoke, field)
    else tellMistake(yoke, field, ({ readOnly }) => readOnly(value.name))
    update()
  }
  update()
  const stop = yoke.subscribe(current, update)
  return {
    handle: ({ type }) => {
      if (type === 'input' && isTag(field, 'input') && !isTicked(field)) typing = true
      else if (type === 'change') take()
      else if (type === 'focusout' || type === 'reset') {
        typing = false
        update()
      }
    },
    release: () => {
      stop()
      stopFilling()
    }
  }
}
