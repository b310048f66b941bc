import type { HostedState } from '../../../core/hosted/dialect.ts'
import type { HostedNews } from '../../../core/hosted/news.ts'
import type { MediaErrorLike } from '../../../core/playback/snapshot.ts'
import { PendingPlays } from '../../pending-plays.ts'
import { HostedPosition } from './hosted-position.ts'
import { PATIENCE } from './hosted-settings.ts'
import type { HostedFace } from './surface.ts'

const TIMEUPDATE_INTERVAL = 0.25
/** For how long at most a request to play may stay without an answer, in seconds. */
const LONGEST_ANSWER = 10
/** How far from its end a media has not ended, in seconds. */
const BEFORE_END = 0.3

/** States in which nothing moves. */
const STANDS: ReadonlySet<HostedState | undefined> = new Set(['paused', 'ready', 'ended', undefined])
/** States in which the service itself is to be pressed or looked at. */
const OPEN: ReadonlySet<HostedState | undefined> = new Set(['advert', 'press-wanted'])

/** Whether a hosted media plays: what was asked for holds until it is seen, or is taken back. */
export abstract class HostedPlayback extends HostedPosition {
  protected readonly plays = new PendingPlays()
  #paused = true
  #isEnded = false
  #isRunning = false
  #error: MediaErrorLike | null = null
  /** What the service does, by its own account. */
  #state: HostedState | undefined
  /** The picture, or the service itself, has been seen since it was loaded. */
  #hasShown = false
  #face: HostedFace = 'poster'
  /** What was asked for, and is not seen yet. */
  #wish: 'play' | 'pause' | undefined

  /** Whether the service has still to answer a request to play. */
  protected abstract readonly isUnanswered: boolean
  /** What is to be seen from now on. */
  protected abstract show(face: HostedFace): void

  get paused(): boolean {
    return this.#paused
  }
  get ended(): boolean {
    return this.#isEnded && !this.loop
  }
  get error(): MediaErrorLike | null {
    return this.#error
  }
  get serviceInFront(): boolean {
    return OPEN.has(this.#state)
  }

  /** Resolves when the service has been seen to play. */
  play(): Promise<void> {
    if (this.#error) return Promise.reject(new DOMException('The service shows no clip.', 'NotSupportedError'))
    if (this.ended) this.seek(0)
    const begun = this.plays.add()
    const wasPaused = this.#paused
    this.#paused = false
    if (wasPaused) {
      this.queue('play')
      if (this.level < 3 || this.seeking) this.queue('waiting')
    }
    if (this.#isRunning) this.plays.resolve()
    else this.#wishFor('play')
    return begun
  }

  /** At once; the service follows. */
  pause(): void {
    if (this.#paused) return
    this.#stand()
    this.queue('timeupdate')
    this.queue('pause')
    this.plays.reject('AbortError')
    this.#wishFor('pause')
  }

  /** As before anything was loaded; or as it failed. */
  protected reset(error: MediaErrorLike | null = null): void {
    this.plays.reject(error ? 'NotSupportedError' : 'AbortError')
    this.#stand()
    this.#error = error
    this.#wish = undefined
    this.#state = undefined
    this.#hasShown = false
    this.#showFace()
    if (error) return
    this.#isEnded = false
    this.forget()
  }

  /** The service takes commands, for the first time or anew: what was asked for is asked again. */
  protected resume(): void {
    this.#state = undefined
    this.halt()
    this.seekAgain()
    if (!this.#paused) this.#wishFor('play')
  }

  /** Takes what the service tells of its playback. */
  protected hearPlayback(news: HostedNews): void {
    this.hearLength(news)
    if (news.state) this.#hearState(news.state)
    const hasMoved = news.currentTime !== undefined && this.hearTime(news.currentTime)
    // Time moves on: it plays, whether or not it says so once more.
    if (hasMoved) this.playAnswered()
  }

  /** A request to play was answered: where the service plays all along, it says no more. */
  protected playAnswered(): void {
    if (this.#wish === 'play' && this.#state === 'playing') this.#hearState('playing')
  }

  /** A request to play was refused. */
  protected refusePlay(): void {
    this.#wish = undefined
    this.agenda.cancel('wish')
    if (this.#paused) return
    this.#stand()
    this.queue('pause')
    this.plays.reject('NotAllowedError')
  }

  protected get isFetching(): boolean {
    return this.isUnanswered || this.#state === 'waiting'
  }

  /** Whether news are to be asked for: something moves, or has been asked for. */
  protected get isMoving(): boolean {
    return !this.#paused || this.#wish !== undefined || this.seeking || this.level === 0
  }

  protected halt(): void {
    this.#isRunning = false
    this.agenda.cancel('run')
    this.position.run(this.clock.now, false)
  }

  protected sought(): void {
    this.#isEnded = false
  }

  protected settle(): void {
    if (this.#state === 'ended' && this.currentTime < this.end - BEFORE_END) this.#state = 'paused'
    // Some round their lengths: what is sent to the end stands a little before it, and says that it is paused.
    const isAtEnd = Number.isFinite(this.duration) && this.currentTime >= this.duration
    if (isAtEnd && !this.loop && this.#state !== undefined && STANDS.has(this.#state)) this.#state = 'ended'
    if (this.#state) this.#hearState(this.#state)
  }

  #wishFor(wish: 'play' | 'pause'): void {
    this.#wish = wish
    this.order(wish)
    const since = this.clock.now
    this.agenda.set('wish', PATIENCE, () => this.#endWish(since))
  }

  /** Long enough has passed: what the service says holds. */
  #endWish(since: number): void {
    const isStanding = STANDS.has(this.#state)
    // One that says when it wants a press has not refused as long as it does not.
    const mayCome = this.isUnanswered || !isStanding || Object.values(this.dialect.states.are).includes('press-wanted')
    const isOnItsWay = this.#wish === 'play' && this.#state !== 'playing' && mayCome
    if (isOnItsWay && this.clock.now - since < LONGEST_ANSWER) {
      this.agenda.set('wish', PATIENCE, () => this.#endWish(since))
      return
    }
    const isRefused = this.#wish === 'play' && isStanding
    this.#wish = undefined
    if (isRefused) this.refusePlay()
    else if (this.#state) this.#follow(this.#state)
  }

  #hearState(state: HostedState): void {
    this.#state = state
    // What stood before the seek is old; it has ended no more.
    if (this.isSought && state === 'ended') return
    if (this.#wish === 'play' && STANDS.has(state)) return
    if (this.#wish === 'pause' && (state === 'playing' || state === 'waiting')) return
    if (this.#wish === 'pause' || state === 'playing' || state === 'press-wanted') this.#wish = undefined
    this.#follow(state)
  }

  /** Does as the service does. */
  #follow(state: HostedState): void {
    this.#hasShown ||= this.serviceInFront
    this.#showFace()
    if (state === 'press-wanted') this.refusePlay()
    // Nothing moves before its length is known.
    if (this.level === 0) return
    if (state === 'playing') this.#run()
    else if (state === 'ended') this.#finish()
    else if (state === 'waiting' || state === 'advert') this.#wait()
    else if (state !== 'press-wanted') this.#standStill()
  }

  #showFace(): void {
    const shown = this.#hasShown ? 'picture' : 'poster'
    const face = this.serviceInFront ? 'service' : shown
    if (face !== this.#face) this.queue('resize')
    this.#face = face
    this.show(face)
  }

  #run(): void {
    if (this.isSought || this.#isRunning) return
    this.#hasShown = true
    this.#showFace()
    if (this.#paused) {
      this.#paused = false
      this.queue('play')
    }
    this.#isEnded = false
    this.#isRunning = true
    this.canPlay()
    this.position.run(this.clock.now, true)
    this.queue('playing')
    this.plays.resolve()
    this.#keepRunning()
  }

  #wait(): void {
    if (this.#paused || this.isSought) return
    if (!this.#isRunning && this.level <= 2) return
    this.halt()
    this.level = 2
    this.queue('waiting')
  }

  /** The service has paused, and nobody here has asked for it. */
  #standStill(): void {
    if (this.#paused || this.isSought) return
    this.#stand()
    this.queue('timeupdate')
    this.queue('pause')
    this.plays.reject('AbortError')
  }

  #finish(): void {
    if (this.#isEnded) return
    if (this.loop) {
      this.seek(0)
      this.#wishFor('play')
      return
    }
    const wasPaused = this.#paused
    this.#stand()
    this.#isEnded = true
    this.position.set(this.clock.now, this.end)
    this.queue('timeupdate')
    if (!wasPaused) this.queue('pause')
    this.queue('ended')
    this.plays.reject('AbortError')
  }

  #stand(): void {
    this.#paused = true
    this.halt()
  }

  /** Keeps `timeupdate` going while time runs. */
  #keepRunning(): void {
    this.agenda.set('run', TIMEUPDATE_INTERVAL, () => {
      this.queue('timeupdate')
      this.#keepRunning()
    })
  }
}
