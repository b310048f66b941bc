import type { Comment, Cue, Region, VttFile } from './cue.ts'
import type { Finding, FindingCode } from './findings.ts'
import { readRegion } from './read-region.ts'
import { readTiming } from './read-timing.ts'

type Draft = { -readonly [Key in keyof Cue]: Cue[Key] }

const SIGNATURE = /^WEBVTT(?:[ \t]|$)/
const COMMENT = /^NOTE(?:[ \t\n]|$)/
const STYLE = /^STYLE\s*$/
const REGION = /^REGION\s*$/
const ARROW = '-->'

/** Where the next arrow begins; the end of all texts where there is none. */
const nextArrow = (text: string, from: number): number => {
  const at = text.indexOf(ARROW, from)
  return at < 0 ? Number.POSITIVE_INFINITY : at
}

/** What a block turned out to be; `open` while it may still become anything. */
type Kind = 'open' | 'timed' | 'style' | 'region'

/**
 * Reads WebVTT as it comes, chunk by chunk, by the standard's parsing rules (WebVTT, "WebVTT file parsing"). Never
 * throws; what it cannot use it notes in `findings`.
 */
export class VttReader implements VttFile {
  header = ''
  readonly cues: Cue[] = []
  readonly regions: Region[] = []
  readonly styles: string[] = []
  readonly comments: Comment[] = []
  readonly findings: Finding[] = []
  /** The line, from 1, on which the times of each cue stand. */
  readonly cueLines: number[] = []
  /** The line, from 1, on which the CSS of each `STYLE` block begins. */
  readonly styleLines: number[] = []
  /** What has come of a line that is not complete. */
  #rest = ''
  #stage: 'signature' | 'header' | 'between' | 'block' | 'refused' = 'signature'
  /** The number of the line that is being read. */
  #line = 0
  #seenCue = false
  #kind: Kind = 'open'
  #blockLines = 0
  /** The line on which the block, and its times, begin. */
  #blockLine = 0
  #cueLine = 0
  /** What is being read, and of it the lines that the block has kept so far: one piece, because a file makes many of them. */
  #text = ''
  #keptFrom = -1
  #keptTo = -1
  /** Lines of the block that earlier chunks have brought. */
  #carried = ''
  #cue: Draft | undefined
  /** Made once: the timing line is where the time goes. */
  readonly #reportHere = (code: FindingCode, at: number, found: string, beside?: string): void => {
    this.#note(code, this.#line, at, found, beside)
  }

  /** Reads on. Line ends of every kind, and a byte-order mark at the very start, are understood. */
  push(chunk: string): void {
    let text = this.#rest + chunk
    if (this.#line === 0 && text.charCodeAt(0) === 0xfe_ff) text = text.slice(1)
    // A line feed that belongs to the last carriage return may be in the next chunk.
    const held = text.endsWith('\r')
    if (held) text = text.slice(0, -1)
    if (text.includes('\r')) text = text.replace(/\r\n?/g, '\n')
    if (text.includes('\0')) text = text.replaceAll('\0', '\ufffd')
    this.#text = text
    let start = 0
    // Looked for once and not in every line: most lines have none.
    let arrow = nextArrow(text, 0)
    for (let end = text.indexOf('\n'); end >= 0; end = text.indexOf('\n', start)) {
      if (arrow < start) arrow = nextArrow(text, start)
      this.#read(start, end, arrow < end)
      start = end + 1
    }
    this.#rest = text.slice(start) + (held ? '\r' : '')
    this.#carried = this.#kept
    this.#keptFrom = -1
  }

  /** There is no more. What comes afterwards is not read. */
  end(): void {
    const text = this.#rest
    this.#rest = ''
    if (text.endsWith('\r')) {
      this.#readLast(text.slice(0, -1))
    } else if (text !== '' || this.#line === 0) this.#readLast(text.charCodeAt(0) === 0xfe_ff ? text.slice(1) : text)
    if (this.#stage === 'block') this.#endBlock()
    this.#stage = 'refused'
  }

  #readLast(line: string): void {
    this.#text = line
    this.#read(0, line.length, line.includes(ARROW))
  }

  /** Reads the line that stands between two places of the text. */
  #read(start: number, end: number, hasArrow: boolean): void {
    this.#line += 1
    switch (this.#stage) {
      case 'block':
        this.#readInBlock(start, end, hasArrow)
        return
      case 'between':
        if (end > start) this.#beginBlock(start, end, hasArrow)
        return
      case 'header':
        if (hasArrow) this.#beginBlock(start, end, true)
        else if (end === start) this.#stage = 'between'
        else this.header += `\n${this.#text.slice(start, end)}`
        return
      case 'signature':
        this.#readSignature(this.#text.slice(start, end))
    }
  }

  /** The lines that the block has kept so far. */
  get #kept(): string {
    if (this.#keptFrom < 0) return this.#carried
    const kept = this.#text.slice(this.#keptFrom, this.#keptTo)
    return this.#carried === '' ? kept : `${this.#carried}\n${kept}`
  }

  #keepNothing(): void {
    this.#carried = ''
    this.#keptFrom = -1
  }

  #readSignature(line: string): void {
    this.#stage = SIGNATURE.test(line) ? 'header' : 'refused'
    if (this.#stage === 'refused') this.#note('vtt-signature-missing', 1, 0, line.slice(0, 40))
    else this.header = line.slice(7)
  }

  #beginBlock(start: number, end: number, hasArrow: boolean): void {
    this.#stage = 'block'
    this.#kind = 'open'
    this.#blockLines = 0
    this.#blockLine = this.#line
    this.#keepNothing()
    this.#cue = undefined
    this.#readInBlock(start, end, hasArrow)
  }

  #readInBlock(start: number, end: number, hasArrow: boolean): void {
    this.#blockLines += 1
    if (hasArrow) this.#readArrow(start, end)
    else if (end === start) this.#endBlock()
    else {
      if (this.#blockLines === 2 && !this.#seenCue && this.#becomes()) this.#keepNothing()
      if (this.#keptFrom < 0) this.#keptFrom = start
      this.#keptTo = end
    }
  }

  #readArrow(start: number, end: number): void {
    const line = this.#text.slice(start, end)
    const isTiming = this.#blockLines === 1 || (this.#blockLines === 2 && this.#kind !== 'timed')
    if (!isTiming) {
      this.#note('cue-unseparated', this.#line, 0, line)
      this.#endBlock()
      this.#beginBlock(start, end, true)
      return
    }
    this.#kind = 'timed'
    this.#cue = readTiming(line, this.regions, this.#reportHere)
    if (!this.#cue) return
    this.#cue.id = this.#kept
    this.#cueLine = this.#line
    this.#keepNothing()
    this.#seenCue = true
  }

  /** Whether the first line of a block says what it is. */
  #becomes(): boolean {
    if (STYLE.test(this.#kept)) this.#kind = 'style'
    else if (REGION.test(this.#kept)) this.#kind = 'region'
    else return false
    return true
  }

  #endBlock(): void {
    this.#stage = 'between'
    const buffer = this.#kept
    if (this.#cue) this.#endCue(this.#cue, buffer)
    else if (this.#kind === 'style') this.#endStyle(buffer)
    else if (this.#kind === 'region') this.#endRegion(buffer)
    else if (COMMENT.test(buffer) && this.#kind !== 'timed')
      this.comments.push({ cuesBefore: this.cues.length, text: buffer.slice(4).replace(/^[ \t]/, '') })
    else if (this.#kind === 'open') this.#noteStray(buffer)
  }

  #endCue(cue: Draft, text: string): void {
    cue.text = text
    const previous = this.cues[this.cues.length - 1]
    if (previous && cue.startTime < previous.startTime) this.#note('cue-order', this.#cueLine, 0, '')
    this.cues.push(cue)
    this.cueLines.push(this.#cueLine)
  }

  #endStyle(css: string): void {
    this.styles.push(css)
    this.styleLines.push(this.#blockLine + 1)
  }

  #endRegion(buffer: string): void {
    const region = readRegion(buffer, (code, at, found, beside) => {
      const before = buffer.slice(0, at).split('\n')
      this.#note(code, this.#blockLine + before.length, before[before.length - 1]?.length ?? 0, found, beside)
    })
    if (region.id === '') this.#note('region-nameless', this.#blockLine, 0, '')
    else if (this.regions.some(({ id }) => id === region.id)) this.#note('region-twice', this.#blockLine, 0, region.id)
    this.regions.push(region)
  }

  #noteStray(buffer: string): void {
    const [first = ''] = buffer.split('\n', 1)
    const isLate = STYLE.test(first) || REGION.test(first)
    // An empty block before the first cue has nothing to lose.
    if (isLate && !this.#seenCue) return
    this.#note(isLate ? 'vtt-block-late' : 'vtt-text-stray', this.#blockLine, 0, first.trim())
  }

  #note(code: FindingCode, line: number, at: number, found: string, beside?: string): void {
    const place = { code, line, column: at + 1, found }
    this.findings.push(beside === undefined ? place : { ...place, beside })
  }
}
