import { type ControlName, type Layout, OF_LISTS, PICTURE_LAYOUTS } from '../../core/layout/layouts.ts'
import { SHORTCUTS } from '../../core/playback/shortcuts.ts'
import { EN, type Words } from '../../core/words/en.ts'
import { bring, definePart, type Part, use } from '../../loading/part.ts'
import { whenFar, whenNear } from '../../wiring/scope/when-near.ts'
import { languageOf, useWords } from '../look/language.ts'
import type { PlayerFeature, PlayerView } from '../player-view.ts'
import { keepPlace } from './keep-place.ts'
import { CHOICES, LISTS, SOUND } from './parts.ts'
import { type DrawnControls, drawControls } from './ready-made.ts'

const CAPTION_LOOKS = definePart(async () => {
  const [{ openCaptionLooks }, memory] = await Promise.all([
    import('./caption-looks.ts'),
    import('../../wiring/captions/memory.ts')
  ])
  return (root: ShadowRoot, words: Words): void => openCaptionLooks(root, words, memory)
})
const SHORTCUT_LIST = definePart(() => import('./shortcut-list.ts'))

/** Whether nobody would miss the controls of a player that is out of view. What stands in the flow of its page stays. */
const canRest = ({ element, yoke }: PlayerView): boolean =>
  yoke.snapshot.paused &&
  yoke.media?.kind === 'picture' &&
  !yoke.states.fullscreen &&
  !yoke.states.pictureInPicture &&
  !element.matches(':focus-within')

/** The ready-made controls of one player: drawn anew when what they depend on changes. */
class ReadyMadeControls {
  /** What comes for an earlier drawing is dropped. */
  generation = 0
  readonly signal: AbortSignal
  readonly #player: PlayerView
  #isDue = false
  #drawn: DrawnControls | undefined
  /** What ends the wait for a player that rests to come near, or for one that is drawn to go far. */
  #stopWaiting: (() => void) | undefined
  #isResting = false

  constructor(player: PlayerView, signal: AbortSignal) {
    this.#player = player
    this.signal = signal
  }

  raise(reason: Parameters<PlayerView['raise']>[0]): void {
    this.#player.raise(reason)
  }

  /** Once for all that changes in one go. */
  drawSoon(): void {
    if (this.#isDue) return
    this.#isDue = true
    queueMicrotask(() => {
      this.#isDue = false
      this.draw()
    })
  }

  draw(): void {
    if (this.#isResting) return
    const { shadowRoot } = this.#player.element
    if (shadowRoot && this.#drawn) keepPlace(shadowRoot, () => this.#redraw())
    else this.#redraw()
  }

  /** Takes the controls out of a player that is far out of view and that nobody uses, until it comes near again. */
  #rest(): void {
    this.#stopWaiting = undefined
    if (!this.#drawn || !canRest(this.#player)) return
    this.#isResting = true
    this.erase()
    this.#stopWaiting = whenNear(this.#player.element, () => {
      this.#isResting = false
      this.#redraw()
    })
  }

  /** To be called when a drawn player may have gone far, or may be used no more. */
  watch(): void {
    if (this.#isResting || !this.#drawn) return
    this.#stopWaiting?.()
    this.#stopWaiting = whenFar(this.#player.element, () => this.#rest())
  }

  stop(): void {
    this.#stopWaiting?.()
    this.erase()
  }

  #redraw(): void {
    const { settings, layers } = this.#player.yoke
    const isWanted = !this.signal.aborted && settings.controls && !settings.backdrop
    const reading = isWanted && layers.reading
    if (reading) {
      // Another bar before that of the author would be seen to change.
      void reading.then(() => this.drawSoon())
      return
    }
    this.erase()
    if (!isWanted) return
    this.#withParts(() => useWords(languageOf(this.#player.element), EN as Words, this, words => this.#drawIn(words)))
  }

  erase(): void {
    this.generation += 1
    if (!this.#drawn) return
    this.#drawn.erase()
    this.#drawn = undefined
    this.#player.isDrawn = false
  }

  /** The bar alone is made anew, once for all that changes in one go. */
  arrange(): void {
    if (this.#drawn) this.#drawn.arrange(this.#layouts)
    else this.drawSoon()
  }

  /** There are qualities or audio tracks to choose from. */
  takeChoices(): void {
    // Layouts that are others make the bar anew.
    if (!CHOICES.here) use(CHOICES, this, () => this.#drawn?.arrange(this.#layouts.map(layout => ({ ...layout }))))
  }

  get #layouts(): readonly Layout[] {
    const isSound = this.#isSound
    const ofList = this.#hasList ? LISTS.here?.layoutsFor(isSound) : undefined
    const usual = ofList ?? (isSound ? SOUND.here?.SOUND_LAYOUTS : undefined)
    return this.#player.yoke.settings.layouts ?? usual ?? PICTURE_LAYOUTS
  }

  get #isSound(): boolean {
    return this.#player.yoke.media?.kind === 'sound'
  }

  get #hasList(): boolean {
    return this.#player.yoke.settings.playlist !== undefined
  }

  /** Calls once all is here that these controls are made with; what cannot be had is done without. */
  #withParts(then: () => void): void {
    const { generation } = this
    const parts: readonly Part<unknown>[] = [...(this.#isSound ? [SOUND] : []), ...(this.#hasList ? [LISTS] : [])]
    if (parts.every(({ here }) => here)) then()
    else
      void Promise.all(parts.map(part => bring(part, this))).then(() => {
        if (generation === this.generation && !this.signal.aborted) then()
      })
  }

  #drawIn(words: Words): void {
    const { yoke } = this.#player
    const { without } = yoke.settings
    yoke.layers.take('form', { words })
    const shadow = this.#player.openShadow()
    this.#defineCommands(shadow, words)
    this.#drawn = drawControls({
      yoke,
      shadow,
      words,
      layouts: this.#layouts,
      without: new Set([...(without as readonly ControlName[]), ...(this.#hasList ? [] : OF_LISTS)]),
      extras: [
        ...(SOUND.here && this.#isSound ? [SOUND.here.dressSound] : []),
        ...(LISTS.here && this.#hasList ? [LISTS.here.dressList] : [])
      ]
    })
    this.#player.isDrawn = true
    this.watch()
  }

  #defineCommands(shadow: ShadowRoot, words: Words): void {
    const { yoke } = this.#player
    const define = (name: string, open: () => void): void => {
      yoke.commands.set(name, { run: open })
    }
    define('show-shortcuts', () =>
      use(SHORTCUT_LIST, this, ({ openShortcutList }) =>
        openShortcutList(shadow, yoke.settings.shortcuts ?? SHORTCUTS, words)
      )
    )
    define('show-caption-looks', () => use(CAPTION_LOOKS, this, open => open(shadow, words)))
  }
}

const hasChoices = ({ snapshot: { qualities, audioTracks } }: Pick<PlayerView['yoke'], 'snapshot'>): boolean =>
  qualities.length > 1 || audioTracks.length > 1

/** The ready-made controls, in one part: it comes with the first player that draws some. */
export const begin: PlayerFeature = (player, signal) => {
  const controls = new ReadyMadeControls(player, signal)
  const { yoke, element } = player
  const draw = (): void => controls.drawSoon()
  const stops = [
    yoke.subscribe(
      ({ media, settings }) =>
        `${settings.controls} ${settings.backdrop} ${media?.kind} ${settings.playlist !== undefined} ${languageOf(element)}`,
      draw
    ),
    yoke.subscribe(
      ({ settings: { layouts } }) => layouts,
      () => controls.arrange()
    ),
    yoke.subscribe(({ settings: { without } }) => without, draw),
    // Known late: the bar is made anew with what is chosen from.
    yoke.subscribe(
      ({ snapshot }) => hasChoices({ snapshot }) && snapshot.currentSrc,
      has => has && controls.takeChoices()
    ),
    yoke.subscribe(
      ({ snapshot: { paused } }) => paused,
      () => controls.watch()
    )
  ]
  controls.draw()
  if (hasChoices(yoke)) controls.takeChoices()
  signal.addEventListener('abort', () => {
    for (const stop of stops) stop()
    controls.stop()
  })
}
