import { readDirection, readTurn, writeDirection } from '../../core/around/directions.ts'
import { AHEAD } from '../../core/around/view.ts'
import { FaultError } from '../../core/fault.ts'
import { AROUND_WORDS } from '../../core/words/around-words.ts'
import { definePart, use } from '../../loading/part.ts'
import type { AuthorCommand, AuthorValue, YokeView } from '../../wiring/yoke/yoke-view.ts'
import type { PlayerFeature, PlayerView } from '../player-view.ts'
import type { DeviceTurning } from './device.ts'
import { PictureAround } from './picture.ts'
import { Steering } from './steering.ts'
import { SURFACE_SHEET } from './surface-sheet.ts'

/** What is said where it cannot be shown: most pages never need it. */
const FAULTS = definePart(() => import('./faults.ts'))
/** Buttons that turn it: they come with ready-made controls. */
const COMPASS = definePart(() => import('./compass.ts'))
/** What turns it with the device that it is seen on: others never need it. */
const DEVICE = definePart(() => import('./device.ts'))

/** Whether there is anything to follow: something that is held in the hand, and says how. */
const canFollowDevice = (): boolean => 'DeviceOrientationEvent' in globalThis && navigator.maxTouchPoints > 0

/** A picture that goes all round a player's viewer: what shows it, what turns it, and what it is called in markup. */
class AllRound {
  readonly #player: PlayerView
  readonly #steering: Steering
  /** Here before the press that asks for it: some browsers ask the viewer then, and never later. */
  #device: DeviceTurning | undefined
  #picture: PictureAround | undefined
  /** What ends with the picture that is shown now. */
  #life: AbortController | undefined
  #hideCompass: (() => void) | undefined
  #isShown = false

  constructor(player: PlayerView) {
    this.#player = player
    this.#steering = new Steering(() => this.#turned())
    this.#name()
  }

  /** Shows what plays now all round, if that is wanted. */
  show(): void {
    this.hide()
    const { yoke, element } = this.#player
    const { media, settings } = yoke
    if (!media || settings.view !== 'around') return
    const picture = PictureAround.open(
      {
        yoke,
        steering: this.#steering,
        tell: choose => use(FAULTS, this.#player, faults => this.#player.raise(choose(faults))),
        shown: isShown => {
          this.#isShown = isShown
          yoke.refresh()
        }
      },
      media
    )
    if (!picture) return
    const { canvas, surface } = picture
    this.#life = new AbortController()
    const { signal } = this.#life
    this.#picture = picture
    SURFACE_SHEET.adopt(surface.getRootNode() as Document | ShadowRoot)
    surface.dataset.yokeAround = ''
    canvas.tabIndex = 0
    canvas.setAttribute('role', 'application')
    this.#steering.follow(surface, canvas, element, signal)
    picture.begin(signal)
    if (canFollowDevice()) this.#bringDevice()
    this.speak()
  }

  hide(): void {
    this.#life?.abort()
    this.#life = undefined
    this.#device?.stop()
    if (this.#picture) delete this.#picture.surface.dataset.yokeAround
    this.#picture = undefined
    this.#hideCompass?.()
    this.#hideCompass = undefined
  }

  #bringDevice(): void {
    const player = this.#player
    use(DEVICE, player, ({ DeviceTurning }) => {
      this.#device ??= new DeviceTurning(
        this.#steering,
        reason => player.raise(reason),
        () => player.yoke.refresh()
      )
      player.yoke.refresh()
    })
  }

  /** In the player's words; with buttons that turn it, where the player draws controls of its own. */
  speak(): void {
    const picture = this.#picture
    this.#hideCompass?.()
    this.#hideCompass = undefined
    if (!picture) return
    const player = this.#player
    const words = { ...AROUND_WORDS, ...player.yoke.settings.words }
    picture.canvas.setAttribute('aria-label', `${words.lookAround}. ${words.howToLook}`)
    if (!player.isDrawn) return
    use(COMPASS, player, ({ showCompass }) => {
      if (this.#picture !== picture) return
      this.#hideCompass?.()
      this.#hideCompass = showCompass(player, words)
    })
  }

  /** Where the page says that it is to look at first. */
  takeHome(): void {
    const { lookAt } = this.#player.yoke.settings
    this.#steering.setHome((lookAt && readDirection(lookAt)) || AHEAD)
  }

  /** Goes on looking where the viewer left it, unless the page says where. */
  remember(look: string): void {
    const { yoke } = this.#player
    const isSaid = yoke.settings.lookAt !== undefined && yoke.settingOrigin('lookAt') !== 'clip'
    const view = isSaid || this.#steering.isTurned ? undefined : readDirection(look)
    if (view) this.#steering.look(view)
  }

  #turned(): void {
    const { element, yoke } = this.#player
    this.#picture?.ask()
    element.style.setProperty('--yoke-heading', String(Math.round(this.#steering.view.heading * 10) / 10))
    yoke.refresh()
  }

  /** The names that it has in markup. */
  #name(): void {
    const steering = this.#steering
    const { commands, authorValues, authorStates } = this.#player.yoke
    const availability = (): 'now' | 'later' => (this.#isShown ? 'now' : 'later')
    /** A command that takes degrees. */
    const byDegrees = <Read>(
      name: string,
      read: (text: string) => Read | undefined,
      run: (degrees: Read) => void
    ): AuthorCommand => ({
      run: async value => {
        const text = String(value ?? '')
        const degrees = read(text)
        if (degrees === undefined) throw new FaultError((await FAULTS.load()).degreesUnreadable(name, text))
        run(degrees)
      },
      availability
    })
    const all: Readonly<Record<string, AuthorCommand>> = {
      turn: byDegrees('turn', readTurn, ({ right, up }) => steering.turn(right, up)),
      'look-at': byDegrees('look-at', readDirection, view => steering.look(view)),
      'change-field-of-view': byDegrees('change-field-of-view', readTurn, ({ right: by }) =>
        steering.look({ ...steering.view, fieldOfView: steering.view.fieldOfView + by })
      ),
      'reset-view': { run: () => steering.reset(), availability },
      'turn-with-device': {
        run: () => (this.#device?.isOn ? this.#device.stop() : this.#device?.begin()),
        availability: () => (this.#device ? availability() : 'never'),
        isOn: () => this.#device?.isOn === true
      }
    }
    for (const [name, command] of Object.entries(all)) commands.set(name, command)
    const angle = (key: 'heading' | 'pitch' | 'fieldOfView'): AuthorValue => ({
      read: () => Math.round(steering.view[key] * 10) / 10,
      write: value => steering.look({ ...steering.view, [key]: Number(value) })
    })
    authorValues.set('heading', angle('heading'))
    authorValues.set('pitch', angle('pitch'))
    authorValues.set('field-of-view', angle('fieldOfView'))
    authorValues.set('look-at', { read: () => writeDirection(steering.view) })
    authorStates.set('around', () => this.#isShown)
    authorStates.set('turning-with-device', () => this.#device?.isOn === true)
  }
}

/** Where the viewer left it, where that is remembered. */
const rememberedLook = (yoke: YokeView): string => String(yoke.authorValues.get('resume-look')?.read(yoke) ?? '')

/** Shows the picture of a player all round, for as long as its setting `view` says so. */
export const begin: PlayerFeature = (player, signal) => {
  const { yoke } = player
  const around = new AllRound(player)
  around.takeHome()
  around.show()
  const stops = [
    yoke.subscribe(
      ({ media, settings: { view } }) => (view === 'around' ? media : undefined),
      () => around.show()
    ),
    yoke.subscribe(
      ({ settings: { lookAt } }) => lookAt,
      () => around.takeHome()
    ),
    yoke.subscribe(
      ({ settings: { words } }) => `${words.lang} ${player.isDrawn}`,
      () => around.speak()
    ),
    yoke.subscribe(rememberedLook, look => around.remember(look))
  ]
  around.remember(rememberedLook(yoke))
  yoke.refresh()
  signal.addEventListener('abort', () => {
    for (const stop of stops) stop()
    around.hide()
  })
}
