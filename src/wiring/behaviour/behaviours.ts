import type { Presentation } from '../../core/playback/plan.ts'
import type { MediaSnapshot } from '../../core/playback/snapshot.ts'
import type { MediaAdapter } from '../../media/adapter.ts'
import type { PresentationPort } from '../../media/presentation.ts'
import type { YokeView } from '../yoke/yoke-view.ts'
import { FragmentEnd } from './fragment-end.ts'
import { IdleWatch } from './idle.ts'
import { Presentations } from './presentations.ts'
import { keepSolo, leaveSolo } from './solo.ts'

/** What goes along with a yoke that someone uses: the screen it fills, hands that rest, the end of a stretch, its neighbours. */
export class Behaviours {
  readonly #yoke: YokeView
  readonly #presentations: Presentations
  readonly #idle: IdleWatch
  readonly #fragmentEnd: FragmentEnd

  constructor(yoke: YokeView) {
    this.#yoke = yoke
    this.#presentations = new Presentations(changed => yoke.setContext(changed))
    this.#idle = new IdleWatch(yoke)
    this.#fragmentEnd = new FragmentEnd(() => yoke.refresh())
  }

  /** Something else plays, or stands elsewhere. */
  settle(): void {
    this.#presentations.follow(this.#yoke.media, this.#yoke.container)
  }

  /** The media knows more of itself. */
  look(): void {
    this.#presentations.look()
  }

  /** Something has changed. */
  follow(media: MediaAdapter | undefined, seen: MediaSnapshot): void {
    this.#fragmentEnd.follow(media, seen)
    this.#idle.follow(seen)
    keepSolo(this.#yoke)
  }

  presentation(kind: Presentation): PresentationPort | undefined {
    return this.#presentations.port(kind)
  }

  /** Someone is there. */
  wake(): void {
    this.#idle.touch()
  }

  stop(): void {
    this.#fragmentEnd.stop()
    this.#idle.stop()
    this.#presentations.stop()
    leaveSolo(this.#yoke)
  }
}
