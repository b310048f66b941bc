import type { ControlName } from '../../core/layout/layouts.ts'
import { own } from '../../core/own.ts'
import { STATES } from '../../core/playback/states.ts'
import { AUTOMATIC } from '../../core/playback/values.ts'
import { CHOICE_WORDS } from '../../core/words/choice-words.ts'
import { create } from '../look/create.ts'
import type { Made, PieceContext } from './pieces.ts'

type ChoiceWords = Readonly<Record<keyof typeof CHOICE_WORDS, string>>

/** Words of choices in the language of the others, as far as it has them. */
const wordsFor = ({ words }: PieceContext): ChoiceWords => ({ ...CHOICE_WORDS, ...words })

/** Beside the automatic choice stands what it has come to. */
const automatic = (context: PieceContext): string => {
  const { quality, playingQuality } = context.yoke.snapshot
  const word = wordsFor(context).automatic
  return quality === AUTOMATIC && playingQuality !== AUTOMATIC ? `${word} (${playingQuality})` : word
}

const qualityItems = (context: PieceContext): readonly Node[] => {
  const { quality: chosen, qualities } = context.yoke.snapshot
  return qualities.map(quality =>
    context.pieces.choiceItem(
      'set-quality',
      quality === AUTOMATIC ? automatic(context) : quality,
      quality,
      quality === chosen
    )
  )
}

const audioItems = ({ pieces, yoke: { snapshot } }: PieceContext): readonly Node[] =>
  snapshot.audioTracks.map(label => pieces.choiceItem('set-audio-track', label, label, label === snapshot.audioTrack))

/** What is one of several where there are several. */
const CHOICES = {
  quality: { state: 'has-qualities', word: 'quality', shown: 'playing-quality', items: qualityItems },
  'audio-track': { state: 'has-audio-tracks', word: 'audioTrack', shown: 'audio-track', items: audioItems }
} as const

/** Makes the control of a choice; `undefined` for another control. */
export const makeChoice = (name: ControlName, context: PieceContext): Made | undefined => {
  const choice = own(CHOICES, name)
  if (!choice) return undefined
  const { state, word, shown, items } = choice
  const face = create('span', { class: 'face', dir: 'auto' }, create('span', { part: name, 'data-yoke-value': shown }))
  const { button, menu } = context.pieces.createMenu(
    name,
    wordsFor(context)[word],
    [face],
    () => items(context),
    context.signal,
    state
  )
  return { control: button, menu }
}

/** A choice in the menu that takes what has no room; `undefined` where there is none. */
export const choiceGroup = (name: ControlName, context: PieceContext): HTMLElement | undefined => {
  const choice = own(CHOICES, name)
  return choice && STATES[choice.state](context.yoke.snapshot)
    ? context.pieces.createGroup(wordsFor(context)[choice.word], choice.items(context))
    : undefined
}
