import type { MediaSnapshot } from '../../core/playback/snapshot.ts'
import { fillWords } from '../../core/words/basic.ts'
import type { Words } from '../../core/words/en.ts'
import type { YokeCommandEvent } from '../../wiring/yoke/events.ts'
import type { YokeView } from '../../wiring/yoke/yoke-view.ts'
import { create } from '../look/create.ts'

/** How long a notice stays, in milliseconds. */
const STAY = 1400

const volumeNow = ({ muted, volume }: MediaSnapshot, words: Words): string =>
  muted || volume === 0
    ? words.muted
    : fillWords(words.volumeNow, { volume: new Intl.NumberFormat(words.lang, { style: 'percent' }).format(volume) })

const rateNow = ({ playbackRate }: MediaSnapshot, words: Words): string =>
  fillWords(words.speedNow, {
    rate: fillWords(words.rate, { rate: new Intl.NumberFormat(words.lang).format(playbackRate) })
  })

/** What keys change without a control at hand that would say so. */
const SAYINGS: Readonly<Record<string, (media: MediaSnapshot, words: Words) => string>> = {
  'change-volume': volumeNow,
  'toggle-muted': volumeNow,
  mute: volumeNow,
  unmute: volumeNow,
  'change-playback-rate': rateNow
}

/** Says in words, seen and spoken, what a key has changed. */
export class Notice {
  readonly element = create('div', { class: 'notice', part: 'notice', role: 'status' })
  readonly #yoke: YokeView
  readonly #words: Words
  #timer: ReturnType<typeof setTimeout> | undefined

  constructor(yoke: YokeView, words: Words) {
    this.#yoke = yoke
    this.#words = words
  }

  /** Hears of a command before it runs. */
  follow({ command, source, defaultPrevented }: YokeCommandEvent): void {
    const say = SAYINGS[command]
    // A control that was pressed shows it by itself.
    if (!say || defaultPrevented || !source || source.matches('[command], input')) return
    queueMicrotask(() => this.#show(say(this.#yoke.snapshot, this.#words)))
  }

  stop(): void {
    clearTimeout(this.#timer)
  }

  #show(text: string): void {
    clearTimeout(this.#timer)
    this.element.textContent = text
    this.#timer = setTimeout(() => this.element.replaceChildren(), STAY)
  }
}
