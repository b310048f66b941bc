/** What is put into a buffer: with what was before it where the setup has changed. */
export interface Piece {
  readonly type: string
  /** Before the first one, and where it differs from the one before. */
  readonly init: Uint8Array | undefined
  readonly media: Uint8Array
  /** Seconds that are added to the times in it. */
  readonly offset: number
}

/** Times of one engine's clock are written with so many digits by another; in seconds. */
export const SLACK = 0.05

/** Container and codecs without their profiles: decoders of one family go on from one profile to another by themselves. */
const familyOf = (type: string): string => type.replace(/\.[\w.]*/g, '')

/** One buffer of a Media Source: what is asked of it is done in order, each thing when the one before has ended. */
export class BufferQueue {
  readonly #buffer: SourceBuffer
  readonly #end: number
  #type: string
  #init: Uint8Array | undefined
  #last: Promise<unknown> = Promise.resolve()

  /** @param end seconds from which on nothing is shown */
  constructor(buffer: SourceBuffer, type: string, end: number) {
    this.#buffer = buffer
    this.#type = type
    this.#end = end
  }

  /** Stretches that are there, in seconds of the stream. */
  get ranges(): readonly { readonly start: number; readonly end: number }[] {
    try {
      const { buffered } = this.#buffer
      return Array.from({ length: buffered.length }, (_, index) => ({
        start: buffered.start(index),
        end: buffered.end(index)
      }))
    } catch {
      // It has been taken off its media.
      return []
    }
  }

  /** Where what is there from a moment on ends; the moment itself where nothing is. */
  endFrom(time: number): number {
    let end = time
    for (const range of this.ranges) if (range.start <= end + SLACK && range.end > end) end = range.end
    return end
  }

  /**
   * Puts a piece in.
   * @param goesOn whether it follows the one before. Where it does not, the engine's parser begins anew: WebKit puts sound that
   * comes earlier than what came before at no place at all.
   * @throws {DOMException} `QuotaExceededError` where there is no room for it, and what else the engine says.
   */
  append({ type, init, media, offset }: Piece, goesOn: boolean): Promise<void> {
    return this.#then(async () => {
      if (!goesOn) this.#startAnew()
      this.#buffer.appendWindowEnd = this.#end
      if (familyOf(type) !== familyOf(this.#type)) this.#buffer.changeType(type)
      this.#type = type
      if (Math.abs(this.#buffer.timestampOffset - offset) > 1e-6) this.#buffer.timestampOffset = offset
      if (init && init !== this.#init) await this.#do(() => this.#buffer.appendBuffer(init as BufferSource))
      this.#init = init ?? this.#init
      await this.#do(() => this.#buffer.appendBuffer(media as BufferSource))
    })
  }

  /** The setup is wanted again behind it. */
  #startAnew(): void {
    const buffer = this.#buffer
    try {
      buffer.abort()
    } catch {
      // Not allowed of a source that has ended: it opens again where an offset is set (Media Source Extensions, `timestampOffset`).
      buffer.timestampOffset += 0
      buffer.abort()
    }
    this.#init = undefined
  }

  remove(start: number, end: number): Promise<void> {
    return this.#then(() => (end > start ? this.#do(() => this.#buffer.remove(start, end)) : Promise.resolve()))
  }

  /** Resolves when all that was asked of it is done. */
  get idle(): Promise<unknown> {
    return this.#last
  }

  #then(action: () => Promise<void>): Promise<void> {
    const done = this.#last.then(action)
    // What fails is told to who asked for it; the next thing is done all the same.
    this.#last = done.catch(() => undefined)
    return done
  }

  #do(action: () => void): Promise<void> {
    const buffer = this.#buffer
    const life = new AbortController()
    const { signal } = life
    return new Promise<void>((resolve, reject) => {
      buffer.addEventListener('updateend', () => resolve(), { signal })
      const unreadable = (): void => reject(new DOMException('The engine could not read the bytes.', 'EncodingError'))
      buffer.addEventListener('error', unreadable, { signal })
      action()
    }).finally(() => life.abort())
  }
}
