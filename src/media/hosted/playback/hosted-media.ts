import { type Fault, fault } from '../../../core/fault.ts'
import type { DialectData, HostedCommand } from '../../../core/hosted/dialect.ts'
import { type HostedNews, namesOf } from '../../../core/hosted/news.ts'
import { requestOf, type ServiceRequest } from '../../../core/hosted/read-dialect.ts'
import { type SourceReport, untriedReport } from '../../../core/sources/reports.ts'
import type { MediaAdapter } from '../../adapter.ts'
import { type Clock, createSystemClock } from '../../clock.ts'
import type { LoadingPort, PosterPort } from '../../ports.ts'
import type { SourcePort } from '../../source-port.ts'
import { type LinkHost, RefusedError, type ServiceLink } from '../links/link.ts'
import { HostedPlayback } from './hosted-playback.ts'
import type { HostedFace, HostedSurface } from './surface.ts'

/** Seconds within which a service must take commands, where the settings do not say. */
const TIMEOUT = 10
/** How often what is polled is asked for, in times a second, where a dialect does not say. */
const POLLS_PER_SECOND = 5

/** What a hosted media is made of. */
export interface HostedMediaOptions {
  readonly dialect: DialectData
  /** The address of the clip, as its author wrote it. */
  readonly address: string
  readonly surface: Pick<HostedSurface, 'element' | 'poster' | 'show'>
  /** Default: the clock on the wall. */
  readonly clock?: Clock
  /** Opens the way to the service: its script or frame is fetched from here on. */
  connect(host: LinkHost): ServiceLink
}

/** A clip of a hosted service, in the shape of a media element. */
export class HostedMedia extends HostedPlayback implements MediaAdapter {
  readonly kind = 'picture'
  readonly service: string
  readonly surface: HTMLElement
  readonly currentSrc: string
  readonly loading: LoadingPort
  readonly sources: SourcePort
  readonly posterPort: PosterPort
  /** As the service tells them; `''` before, or where it does not. */
  title = ''
  poster = ''
  readonly #options: HostedMediaOptions
  readonly #hasPolls: boolean
  readonly #listeners = new Set<(reason: Fault) => void>()
  readonly #lacking = new Set<string>()
  #link: ServiceLink | undefined
  #isReady = false
  #unanswered = 0
  #timeout = TIMEOUT

  constructor(options: HostedMediaOptions) {
    super(options.dialect, options.clock ?? createSystemClock())
    this.#options = options
    this.service = options.dialect.name
    this.surface = options.surface.element
    this.posterPort = options.surface.poster
    this.currentSrc = options.address
    this.#hasPolls = namesOf(options.dialect, 'poll').length > 0
    this.loading = this.#makeLoading()
    this.sources = this.#makeSources()
  }

  /** Messages that were not the service's, or not of its shape. */
  get ignored(): number {
    return this.#link?.ignored ?? 0
  }

  /** See {@link MediaAdapter.play}; the first one asks the service for the clip. */
  override play(): Promise<void> {
    const begun = super.play()
    if (!this.paused) this.#begin()
    return begun
  }

  load(): void {
    this.#close()
    this.reset()
    this.queue('emptied')
    this.#begin()
  }

  dispose(): void {
    if (this.isDisposed) return
    this.isDisposed = true
    this.#close()
    this.reset()
  }

  /** Until someone presses, or the page says otherwise, nothing is asked of the service. */
  #makeLoading(): LoadingPort {
    let preload: LoadingPort['preload'] = 'none'
    const begin = (): void => this.#begin()
    return {
      isPrivate: true,
      get preload() {
        return preload
      },
      set preload(wanted) {
        preload = wanted
        if (wanted === 'auto' || wanted === 'metadata') begin()
      },
      crossOrigin: null,
      autoplay: false,
      playsInline: true
    }
  }

  /** It has but one, and waits for it as long as for any. */
  #makeSources(): SourcePort {
    let list: readonly SourceReport[] = []
    const report = (): SourceReport => this.#report()
    return {
      get list() {
        const now = report()
        // The same one as long as nothing has changed, so that a change can be told.
        if (now.state !== list[0]?.state) list = [now]
        return list
      },
      setSources: () => undefined,
      setPreferences: ({ timeout = TIMEOUT }) => {
        this.#timeout = timeout
      },
      observe: listener => {
        this.#listeners.add(listener)
        return () => this.#listeners.delete(listener)
      }
    }
  }

  /** What has become of the clip. */
  #report(): SourceReport {
    const report = untriedReport({ src: this.currentSrc })
    const { reason } = this.error ?? {}
    if (reason)
      return { ...report, state: reason.code === 'service-silent' ? 'silent' : 'failed', turn: 1, fault: reason }
    return this.#link ? { ...report, state: this.level > 0 ? 'chosen' : 'loading', turn: 1 } : report
  }

  #begin(): void {
    if (this.#link || this.isDisposed || this.error) return
    this.queue('loadstart')
    this.agenda.set('timeout', this.#timeout, () => this.#fail(this.#silent()))
    this.#link = this.#options.connect({
      ready: () => this.#becomeReady(),
      hear: news => this.#hear(news),
      lacks: name => this.#lacks(name),
      fail: reason => this.#fail(reason)
    })
  }

  #close(): void {
    this.#link?.stop()
    this.#link = undefined
    this.#isReady = false
    this.#unanswered = 0
    this.agenda.clear()
  }

  protected override show(face: HostedFace): void {
    this.#options.surface.show(face)
  }

  protected override get isUnanswered(): boolean {
    return this.#unanswered > 0 || !this.#isReady
  }

  protected order(command: HostedCommand, value?: unknown): void {
    // What is asked for earlier is kept as what is so, and asked for when the service is ready: the last of a kind.
    const asked = this.dialect.commands[command]
    if (this.#isReady && asked !== undefined) this.#send(command, requestOf(asked, value))
  }

  #send(command: HostedCommand, request: ServiceRequest): void {
    const link = this.#link
    this.#unanswered += 1
    link
      ?.send(request)
      .then(
        () => link === this.#link && link.answers && command === 'play' && this.playAnswered(),
        (cause: unknown) => link === this.#link && this.#refused(command, cause)
      )
      .finally(() => {
        if (link === this.#link) this.#unanswered -= 1
      })
    this.#keepPolling()
  }

  #refused(command: HostedCommand, cause: unknown): void {
    const reason = cause instanceof RefusedError ? cause.reason : ''
    if (command !== 'play') this.giveUp(command)
    else if (reason === '' || this.dialect.pressReasons?.includes(reason)) this.refusePlay()
  }

  #becomeReady(): void {
    this.agenda.cancel('timeout')
    this.#isReady = true
    // All of it: also a frame that has loaded itself anew knows nothing of what was.
    this.askAll()
    this.resume()
    this.#keepPolling()
  }

  #hear(news: HostedNews): void {
    if (this.isDisposed) return
    if (news.trouble) {
      this.#fail(this.#faultOf(news.trouble))
      return
    }
    this.title = news.title ?? this.title
    const { poster } = news
    const { origin } = this.dialect
    if (poster && URL.canParse(poster, origin)) this.poster = new URL(poster, origin).href
    this.hearSettings(news)
    this.hearPlayback(news)
    this.#keepPolling()
  }

  #keepPolling(): void {
    if (!this.#hasPolls || this.agenda.has('poll') || !this.#isReady || !this.isMoving) return
    this.agenda.set('poll', 1 / (this.dialect.pollsPerSecond ?? POLLS_PER_SECOND), () => {
      this.#link?.poll()
      this.#keepPolling()
    })
  }

  #fail(reason: Fault): void {
    if (this.isDisposed || this.error) return
    this.#close()
    const wasPaused = this.paused
    this.reset({ code: 4, message: reason.message, reason })
    if (!wasPaused) this.queue('pause')
    this.queue('error')
  }

  /** Told once: the rest of the service works on. */
  #lacks(name: string): void {
    if (this.#lacking.has(name)) return
    this.#lacking.add(name)
    const sentence = `${this.service} has no “${name}”, which its dialect names.`
    const reason = fault('service-changed', sentence, 'let its dialect follow the service')
    for (const listener of this.#listeners) listener(reason)
  }

  #faultOf(code: Fault['code']): Fault {
    const sentence = `${this.service} does not show the clip at ${this.currentSrc}.`
    return fault(code, sentence, 'look at the address; the service may have taken the clip away, or keep it to itself')
  }

  #silent(): Fault {
    const hint = `let frame-src allow ${this.dialect.origin}; or let its dialect follow the service`
    return fault('service-silent', `${this.service} has not answered for ${this.#timeout} seconds.`, hint)
  }
}
