import { lookOfDevice } from '../../core/around/device.ts'
import { type Fault, fault } from '../../core/fault.ts'
import type { Steering } from './steering.ts'

/** The device does not let itself be followed. */
const turningRefused = (why: string, hint: string): Fault =>
  fault('turning-refused', `The view does not turn with the device: ${why}.`, hint)

/** How long a device may take until it says how it is held, in milliseconds. */
const PATIENCE = 1500

/** Where a press is needed first (Device Orientation, "requestPermission()"). */
type Asking = typeof DeviceOrientationEvent & { requestPermission?(): Promise<'granted' | 'denied'> }

/** Turns a view as the device is turned. */
export class DeviceTurning {
  readonly #steering: Steering
  readonly #raise: (reason: Fault) => unknown
  readonly #changed: () => void
  #life: AbortController | undefined

  constructor(steering: Steering, raise: (reason: Fault) => unknown, changed: () => void) {
    this.#steering = steering
    this.#raise = raise
    this.#changed = changed
  }

  get isOn(): boolean {
    return this.#life !== undefined
  }

  stop(): void {
    if (!this.#life) return
    this.#life.abort()
    this.#life = undefined
    this.#changed()
  }

  /** To be called while a press is handled: some browsers ask the viewer then, and never otherwise. */
  async begin(): Promise<void> {
    const life = new AbortController()
    this.#life = life
    this.#changed()
    const answer = await (DeviceOrientationEvent as Asking).requestPermission?.().catch(() => 'denied' as const)
    if (life.signal.aborted) return
    if (answer === 'denied')
      this.#refuse('its owner or the browser forbids it', 'allow motion and orientation for this site')
    else this.#follow(life)
  }

  #refuse(why: string, hint: string): void {
    this.stop()
    this.#raise(turningRefused(why, hint))
  }

  #follow({ signal }: AbortController): void {
    const timer = setTimeout(
      () => this.#refuse('it does not say how it is held', 'drag the picture; serve the page over https'),
      PATIENCE
    )
    /** The heading of the view less that of the device, when it began: nothing jumps. */
    let off: number | undefined
    const turn = ({ alpha, beta, gamma }: DeviceOrientationEvent): void => {
      if (alpha === null || beta === null || gamma === null) return
      clearTimeout(timer)
      const { heading, pitch } = lookOfDevice({ alpha, beta, gamma })
      const { view } = this.#steering
      off ??= view.heading - heading
      this.#steering.look({ ...view, heading: heading + off, pitch })
    }
    addEventListener('deviceorientation', turn, { signal })
    signal.addEventListener('abort', () => clearTimeout(timer))
  }
}
