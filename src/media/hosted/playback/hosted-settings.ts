import type { DialectData, HostedCommand } from '../../../core/hosted/dialect.ts'
import type { HostedNews } from '../../../core/hosted/news.ts'
import { takesRate } from '../../../core/playback/rates.ts'
import type { MediaCapabilities } from '../../../core/playback/snapshot.ts'
import { type MediaEventType, ObservableMedia } from '../../adapter.ts'
import { Agenda } from '../../agenda.ts'
import type { Clock } from '../../clock.ts'

/** For how long after something was asked for news of anything else are taken for an echo of before, in seconds. */
export const PATIENCE = 3

/** Volumes that are no further apart are one: services round. */
const SAME_VOLUME = 0.006

/** What of a hosted media its viewer sets, and time does not move: volume, rate, loop, quality, picture. */
export abstract class HostedSettings extends ObservableMedia {
  protected readonly dialect: DialectData
  protected readonly clock: Clock
  protected readonly agenda: Agenda
  protected isDisposed = false
  #capabilities: MediaCapabilities
  #volume = 1
  #muted = false
  #rate = 1
  #loop = false
  #quality = ''
  #qualities: readonly string[] = []
  #size = { width: 0, height: 0 }
  /** What was asked for and is not seen yet, and until when news of anything else are old. */
  readonly #asked = new Map<HostedCommand, number>()
  readonly #queue: MediaEventType[] = []
  /** What the service has said last. */
  #told: HostedNews = {}

  constructor(dialect: DialectData, clock: Clock) {
    super()
    this.dialect = dialect
    this.clock = clock
    this.agenda = new Agenda(clock)
    const { commands, rates } = dialect
    this.#capabilities = {
      volume: commands.volume !== undefined,
      muted: commands.muted !== undefined || commands.volume !== undefined,
      playbackRate: commands.playbackRate === undefined ? undefined : (rates ?? [1])
    }
  }

  get capabilities(): MediaCapabilities {
    return this.#capabilities
  }
  get volume(): number {
    return this.#volume
  }
  set volume(volume: number) {
    if (!(volume >= 0 && volume <= 1))
      throw new DOMException(`volume runs from 0 to 1, not ${volume}.`, 'IndexSizeError')
    if (volume === this.#volume || !this.#capabilities.volume) return
    this.#volume = volume
    this.queue('volumechange')
    this.#orderSound('volume')
  }
  get muted(): boolean {
    return this.#muted
  }
  set muted(muted: boolean) {
    if (muted === this.#muted || !this.#capabilities.muted) return
    this.#muted = muted
    this.queue('volumechange')
    this.#orderSound('muted')
  }
  get playbackRate(): number {
    return this.#rate
  }
  set playbackRate(rate: number) {
    if (!takesRate(this.#capabilities.playbackRate, rate))
      throw new DOMException(`playbackRate cannot be ${rate} here.`, 'NotSupportedError')
    if (rate === this.#rate) return
    this.#setRate(rate)
    this.ask('playbackRate', rate)
  }
  get loop(): boolean {
    return this.#loop
  }
  set loop(loop: boolean) {
    if (loop === this.#loop) return
    this.#loop = loop
    this.ask('loop', loop)
  }
  /** The quality that is chosen, in the service's word; `''` where it names none. */
  get quality(): string {
    return this.#quality
  }
  set quality(quality: string) {
    if (quality === this.#quality || !this.#qualities.includes(quality)) return
    this.#setQuality(quality)
    this.ask('quality', quality)
  }
  /** The qualities that the service offers, in its words. */
  get qualities(): readonly string[] {
    return this.#qualities
  }
  get videoWidth(): number {
    return this.#size.width
  }
  get videoHeight(): number {
    return this.#size.height
  }

  /** Sends it to the service, now or once it takes commands. */
  protected abstract order(command: HostedCommand, value?: unknown): void

  /** The rate is another from now on. */
  protected abstract rateChanged(rate: number): void

  /** Asks for a setting: until it is seen, or long enough has passed, what the service says of before is not believed. */
  protected ask(command: HostedCommand, value?: unknown): void {
    this.#asked.set(command, this.clock.now + PATIENCE)
    this.agenda.set('settle', PATIENCE, () => this.hearSettings(this.#told))
    this.order(command, value)
  }

  /** The service has refused a setting: what it said last holds. */
  protected giveUp(command: HostedCommand): void {
    this.#asked.delete(command)
    this.hearSettings({ playbackRate: 1, ...this.#told })
  }

  #isEcho(command: HostedCommand, isWanted: boolean): boolean {
    const until = this.#asked.get(command)
    if (until === undefined) return false
    const isOld = !isWanted && this.clock.now < until
    // Once it has been seen, anything else is news.
    if (!isOld) this.#asked.delete(command)
    return isOld
  }

  /** Everything that was set, to be asked for anew of a fresh player. */
  protected askAll(): void {
    this.#orderSound('muted')
    this.#orderSound('volume')
    if (this.#rate !== 1) this.ask('playbackRate', this.#rate)
    if (this.#loop) this.ask('loop', true)
    if (this.#quality) this.ask('quality', this.#quality)
  }

  /** Takes what the service tells of what can be set. */
  protected hearSettings(news: HostedNews): void {
    const { volume, muted, playbackRate, rates, quality, qualities } = news
    this.#told = { ...this.#told, ...news }
    this.#hearSound(volume, muted)
    if (rates) this.#changeRates(rates)
    if (playbackRate !== undefined && !this.#isEcho('playbackRate', playbackRate === this.#rate))
      this.#setRate(playbackRate)
    if (qualities && this.dialect.commands.quality) this.#changeQualities(qualities)
    if (quality !== undefined && !this.#isEcho('quality', quality === this.#quality)) this.#setQuality(quality)
    this.#hearSize(news)
  }

  /** Tells of it in a task of its own. In order: what a timer set later may run before one that was set earlier. */
  protected queue(type: MediaEventType): void {
    this.#queue.push(type)
    this.clock.schedule(0, () => {
      const next = this.#queue.shift()
      if (next && !this.isDisposed) this.emit(next)
    })
  }

  /** A service without a mute is made silent by its volume. */
  #orderSound(what: 'volume' | 'muted'): void {
    const { muted, volume } = this.dialect.commands
    if (what === 'muted' && muted !== undefined) this.ask('muted', this.#muted)
    else if (volume !== undefined) this.ask('volume', this.#muted && muted === undefined ? 0 : this.#volume)
  }

  #hearSound(volume: number | undefined, muted: boolean | undefined): void {
    const hasMute = this.dialect.commands.muted !== undefined
    const isSilent = !hasMute && this.#muted
    if (volume !== undefined && !(isSilent && volume === 0)) {
      const isSame = Math.abs(volume - this.#volume) < SAME_VOLUME
      if (!this.#isEcho('volume', isSame) && !isSame) {
        this.#volume = volume
        if (isSilent) this.#muted = false
        this.queue('volumechange')
      }
    }
    if (muted === undefined || !hasMute || this.#isEcho('muted', muted === this.#muted) || muted === this.#muted) return
    this.#muted = muted
    this.queue('volumechange')
  }

  #hearSize({ videoWidth: width = this.#size.width, videoHeight: height = this.#size.height }: HostedNews): void {
    if (width === this.#size.width && height === this.#size.height) return
    this.#size = { width, height }
    this.queue('resize')
  }

  #changeRates(rates: readonly number[]): void {
    if (!this.dialect.commands.playbackRate || String(rates) === String(this.#capabilities.playbackRate)) return
    this.#capabilities = { ...this.#capabilities, playbackRate: [...rates] }
    this.queue('ratechange')
  }

  #changeQualities(qualities: readonly string[]): void {
    if (String(qualities) === String(this.#qualities)) return
    this.#qualities = [...qualities]
    this.queue('resize')
  }

  #setQuality(quality: string): void {
    if (quality === this.#quality) return
    this.#quality = quality
    this.queue('resize')
  }

  #setRate(rate: number): void {
    if (rate === this.#rate) return
    this.#rate = rate
    this.rateChanged(rate)
    this.queue('ratechange')
  }
}
