import type { Finding, FindingCode } from '../check/findings.ts'
import { type Comment, type CueSettings, PLAIN_SETTINGS, type Region, type VttFile } from '../cue.ts'
import { CueRows } from '../index/cue-rows.ts'
import { readRegion } from './read-region.ts'
import { readSettings } from './read-settings.ts'
import { readTiming, type Timing } from './read-timing.ts'
import { placesIn } from './scan.ts'

/** The signature, behind a byte-order mark perhaps, and what the rest of its line says. */
const SIGNATURE = /^\ufeff?WEBVTT(?:[ \t]([\s\S]*))?$/
const COMMENT = /^NOTE(?:[ \t\n]|$)/
const STYLE = /^STYLE\s*$/
const REGION = /^REGION\s*$/
const ARROW = '-->'

/** Where the next arrow begins; the end of the text where there is none. */
const nextArrow = (text: string, from: number): number => {
  const at = text.indexOf(ARROW, from)
  return at < 0 ? text.length : at
}

/** What a block turned out to be; `open` while it may still become anything. */
type Kind = 'open' | 'timed' | 'style' | 'region'

/**
 * Reads WebVTT as it comes, chunk by chunk, by the standard's parsing rules (WebVTT, "WebVTT file parsing"). Never
 * throws; what it cannot use it notes in `findings`.
 */
export class VttReader implements Omit<VttFile, 'cues'> {
  header = ''
  readonly rows = new CueRows()
  readonly regions: Region[] = []
  readonly #regions = new Map<string, Region>()
  readonly styles: string[] = []
  readonly comments: Comment[] = []
  readonly findings: Finding[] = []
  /** The line, from 1, on which the times of each cue stand. */
  readonly cueLines: number[] = []
  /** The line, from 1, on which the CSS of each `STYLE` block begins. */
  readonly styleLines: number[] = []
  #stage: 'signature' | 'header' | 'between' | 'block' | 'refused' = 'signature'
  /** The number of the line that is being read. */
  #line = 0
  #seenCue = false
  #kind: Kind = 'open'
  #blockLines = 0
  /** The line on which the block, and its times, begin. */
  #blockLine = 0
  #cueLine = 0
  /** What is being read: the open block from its beginning, or the open line, and all that has come behind it. */
  #text = ''
  /** The open line, the last of the text. */
  #rest = ''
  /** A carriage return, where the last character was one. */
  #return = ''
  /** Where the block begins, and the lines that it has kept. */
  #blockFrom = 0
  #keptFrom = -1
  #keptTo = -1
  #timing: Timing | undefined
  #settings = PLAIN_SETTINGS
  /** Where the line above the times ends; it is the first of its block. */
  #idTo = 0
  /** Settings by their wording: a file of thousands of cues has a handful, and its cues share what was read. */
  readonly #known = new Map<string, CueSettings>()
  /** Made once: the timing line is where the time goes. */
  readonly #reportHere = (code: FindingCode, at: number, found: string, beside?: string): void => {
    this.#note(code, this.#line, at, found, beside)
  }

  /** Reads on. Line ends of every kind, and a byte-order mark at the very start, are understood. */
  push(chunk: string): void {
    // What comes behind a carriage return may be a line feed that belongs to it.
    const come = this.#return + chunk
    let fresh = come.replaceAll('\0', '\ufffd')
    if (fresh.includes('\r')) fresh = fresh.replace(/\r\n?/g, '\n')
    fresh = fresh.slice(this.#return.length)
    this.#return = come.endsWith('\r') ? '\r' : ''
    const lines = this.#rest + fresh
    this.#append(fresh)
    this.#rest = fresh.includes('\n') ? lines.slice(this.#readLines(lines)) : lines
  }

  /** There is no more. What comes afterwards is not read. */
  end(): void {
    const to = this.#text.length
    if (this.#rest !== '' || this.#line === 0) this.#read(to - this.#rest.length, to, this.#rest.includes(ARROW))
    if (this.#stage === 'block') this.#endBlock()
    this.#stage = 'refused'
  }

  /** Puts what has come behind the open block, or else the open line, and lets go of what stands before it. */
  #append(fresh: string): void {
    const gone = this.#stage === 'block' ? this.#blockFrom : this.#text.length - this.#rest.length
    this.#text = this.#text.slice(gone) + fresh
    this.#blockFrom -= gone
    this.#keptFrom -= gone
    this.#keptTo -= gone
    this.#idTo -= gone
  }

  /** Reads the lines at the end of the text. They are searched alone: a block may be long. @returns where the last one begins. */
  #readLines(lines: string): number {
    const base = this.#text.length - lines.length
    let start = 0
    // Looked for once and not in every line: most lines have none.
    let arrow = nextArrow(lines, 0)
    for (let end = lines.indexOf('\n'); end >= 0; end = lines.indexOf('\n', start)) {
      if (arrow < start) arrow = nextArrow(lines, start)
      this.#read(base + start, base + end, arrow < end)
      start = end + 1
    }
    return start
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
    return this.#text.slice(this.#keptFrom, this.#keptTo)
  }

  #keepNothing(): void {
    this.#keptFrom = -1
    this.#keptTo = -1
  }

  #readSignature(line: string): void {
    const found = SIGNATURE.exec(line)
    this.#stage = found ? 'header' : 'refused'
    if (found) this.header = found[1] ?? ''
    else this.#note('vtt-signature-missing', 1, 0, line.replace(/^\ufeff/, '').slice(0, 40))
  }

  #beginBlock(start: number, end: number, hasArrow: boolean): void {
    this.#stage = 'block'
    this.#kind = 'open'
    this.#blockLines = 0
    this.#blockLine = this.#line
    this.#blockFrom = start
    this.#keepNothing()
    this.#timing = undefined
    this.#readInBlock(start, end, hasArrow)
  }

  #readInBlock(start: number, end: number, hasArrow: boolean): void {
    this.#blockLines += 1
    if (hasArrow) this.#readArrow(start, end)
    else if (end === start) this.#endBlock()
    else {
      if (this.#blockLines === 2 && !this.#seenCue) this.#become()
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
    this.#timing = readTiming(line, this.#reportHere)
    if (!this.#timing) return
    this.#settings = this.#readSettings(line, this.#timing.settingsAt)
    this.#cueLine = this.#line
    this.#idTo = Math.max(this.#blockFrom, this.#keptTo)
    this.#keepNothing()
    this.#seenCue = true
  }

  #readSettings(line: string, from: number): CueSettings {
    const wording = line.slice(from)
    const known = this.#known.get(wording)
    if (known) return known
    const before = this.findings.length
    const settings = readSettings(line, from, this.#regions, this.#reportHere)
    // What is wrong with them is told of each place.
    if (this.findings.length === before) this.#known.set(wording, settings)
    return settings
  }

  /** The first line of a block may say what it is. */
  #become(): void {
    if (STYLE.test(this.#kept)) this.#kind = 'style'
    else if (REGION.test(this.#kept)) this.#kind = 'region'
    else return
    this.#keepNothing()
  }

  #endBlock(): void {
    this.#stage = 'between'
    if (this.#timing) {
      this.#endCue(this.#timing)
      return
    }
    const buffer = this.#kept
    if (this.#kind === 'style') this.#endStyle(buffer)
    else if (this.#kind === 'region') this.#endRegion(buffer)
    else if (COMMENT.test(buffer) && this.#kind !== 'timed')
      this.comments.push({ cuesBefore: this.rows.length, text: buffer.slice(4).replace(/^[ \t]/, '') })
    else if (this.#kind === 'open') this.#noteStray(buffer)
  }

  #endCue(timing: Timing): void {
    const { rows } = this
    if (timing.startTime < (rows.startTimes[rows.length - 1] ?? 0)) this.#note('cue-order', this.#cueLine, 0, '')
    this.cueLines.push(this.#cueLine)
    rows.add(this.#text, timing, this.#settings, this.#blockFrom, this.#idTo, this.#keptFrom, this.#keptTo)
  }

  #endStyle(css: string): void {
    this.styles.push(css)
    this.styleLines.push(this.#blockLine + 1)
  }

  #endRegion(buffer: string): void {
    const place = placesIn(buffer)
    const region = readRegion(buffer, (code, at, found, beside) => {
      const { line, column } = place(at)
      this.#note(code, this.#blockLine + line, column - 1, found, beside)
    })
    if (region.id === '') this.#note('region-nameless', this.#blockLine, 0, '')
    else if (this.#regions.has(region.id)) this.#note('region-twice', this.#blockLine, 0, region.id)
    this.regions.push(region)
    this.#regions.set(region.id, region)
  }

  #noteStray(buffer: string): void {
    const [first = ''] = buffer.split('\n', 1)
    const isLate = STYLE.test(first) || REGION.test(first)
    // An empty block before the first cue has nothing to lose.
    if (isLate && !this.#seenCue) return
    this.#note(isLate ? 'vtt-block-late' : 'vtt-text-stray', this.#blockLine, 0, first.trim())
  }

  #note(code: FindingCode, line: number, at: number, found: string, beside?: string): void {
    this.findings.push({ code, line, column: at + 1, found, ...(beside !== undefined && { beside }) })
  }
}
