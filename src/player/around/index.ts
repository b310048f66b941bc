import { readDirection, tryReadDirection, tryReadTurn, writeDirection } from '../../core/around/directions.ts'
import { AHEAD } from '../../core/around/view.ts'
import { unwrap } from '../../core/fault.ts'
import { AROUND_WORDS } from '../../core/words/around-words.ts'
import type { AuthorCommand, AuthorValue, YokeView } from '../../wiring/yoke/yoke-view.ts'
import type { PlayerFeature, PlayerView } from '../player-view.ts'
import { showCompass } from './compass.ts'
import { canFollowDevice, DeviceTurning } from './device.ts'
import { PictureAround } from './picture.ts'
import { Steering } from './steering.ts'
import { SURFACE_SHEET } from './surface-sheet.ts'

/** A picture that goes all round a player's viewer: what shows it, what turns it, and what it is called in markup. */
class AllRound {
  readonly #player: PlayerView
  readonly #steering: Steering
  readonly #device: DeviceTurning
  #picture: PictureAround | undefined
  /** What ends with the picture that is shown now. */
  #life: AbortController | undefined
  #hideCompass: (() => void) | undefined
  #isShown = false

  constructor(player: PlayerView) {
    this.#player = player
    this.#steering = new Steering(() => this.#turned())
    this.#device = new DeviceTurning(
      this.#steering,
      reason => player.raise(reason),
      () => player.yoke.refresh()
    )
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
        raise: reason => this.#player.raise(reason),
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
    this.speak()
  }

  hide(): void {
    this.#life?.abort()
    this.#life = undefined
    this.#device.stop()
    if (this.#picture) delete this.#picture.surface.dataset.yokeAround
    this.#picture = undefined
    this.#hideCompass?.()
    this.#hideCompass = undefined
  }

  /** In the player's words, as far as there are controls of its own. */
  speak(): void {
    const { yoke, isDrawn } = this.#player
    const words = { ...AROUND_WORDS, ...yoke.settings.words }
    this.#picture?.canvas.setAttribute('aria-label', `${words.lookAround}. ${words.howToLook}`)
    this.#hideCompass?.()
    this.#hideCompass = this.#picture && isDrawn ? showCompass(this.#player) : undefined
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
    const all: Readonly<Record<string, AuthorCommand>> = {
      turn: {
        run: value => {
          const { right, up } = unwrap(tryReadTurn(String(value ?? '')))
          steering.turn(right, up)
        },
        availability
      },
      'look-at': { run: value => steering.look(unwrap(tryReadDirection(String(value ?? '')))), availability },
      'reset-view': { run: () => steering.reset(), availability },
      'change-field-of-view': {
        run: value => {
          const { right: by } = unwrap(tryReadTurn(String(value ?? '')))
          steering.look({ ...steering.view, fieldOfView: steering.view.fieldOfView + by })
        },
        availability
      },
      'turn-with-device': {
        run: () => (this.#device.isOn ? this.#device.stop() : this.#device.begin()),
        availability: () => (canFollowDevice() ? availability() : 'never'),
        isOn: () => this.#device.isOn
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
    authorStates.set('turning-with-device', () => this.#device.isOn)
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
