import type { StartSettings } from '../../core/settings/settings.ts'
import type { Starter, StartHost } from './starter.ts'

const isPlain = (start: StartSettings): boolean => Object.values(start).every(value => value === undefined)

/** Loads what starts playback by itself once a start is asked for: most players wait for a press. */
export class StartGate {
  readonly #host: StartHost
  #starter: Starter | undefined
  #settings: StartSettings = {}
  #isLoading = false

  constructor(host: StartHost) {
    this.#host = host
  }

  /** Takes a policy, in place of any before. */
  give(settings: StartSettings): void {
    if (Object.entries(settings).every(([key, value]) => this.#settings[key as keyof StartSettings] === value)) return
    this.#settings = settings
    this.#starter?.stop()
    this.#starter = undefined
    this.follow()
  }

  /** To be called when the media is another one. */
  follow(): void {
    if (this.#starter) this.#starter.follow()
    else if (this.#host.media && !isPlain(this.#settings)) this.#load()
  }

  stop(): void {
    this.#starter?.stop()
    this.#starter = undefined
  }

  async #load(): Promise<void> {
    if (this.#isLoading) return
    this.#isLoading = true
    const { Starter } = await import('./starter.ts')
    this.#isLoading = false
    if (this.#host.disposed || isPlain(this.#settings)) return
    this.#starter = new Starter(this.#host, this.#settings)
  }
}
