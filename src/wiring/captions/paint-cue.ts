import type { CueNode, TagNode } from '../../core/captions/text/cue-text.ts'

/** A cue as elements. Text is text: nothing in a cue can become markup. */
export interface PaintedText {
  readonly nodes: readonly Node[]
  /** Marks what is said already, and what is still to come, at a second of the timeline. */
  readonly mark: (now: number) => void
}

/** A piece of a cue between two timestamps. */
interface Timed {
  readonly element: Element
  /** The last timestamp before it, and the next one behind it. */
  readonly from: number
  until: number
}

const ELEMENTS: Readonly<Record<TagNode['type'], string>> = {
  c: 'span',
  i: 'i',
  b: 'b',
  u: 'u',
  ruby: 'ruby',
  rt: 'rt',
  v: 'span',
  lang: 'span'
}

const partsOf = ({ type, classes, annotation }: TagNode): string =>
  [
    `cue-${type}`,
    ...classes.map(name => `cue-class-${name}`),
    ...(type === 'v' && annotation ? [`cue-voice-${annotation.trim().replace(/\s+/g, '-')}`] : [])
  ].join(' ')

/** Builds the elements of one cue, remembering when each piece is said. */
class Painter {
  readonly timed: Timed[] = []
  #from = Number.NEGATIVE_INFINITY

  paint(nodes: readonly CueNode[]): readonly Node[] {
    return nodes.flatMap(node => {
      if (node.type === 'text') return [this.#paintText(node.text)]
      if (node.type !== 'timestamp') return [this.#paintTag(node)]
      for (const piece of this.timed) piece.until = Math.min(piece.until, node.time)
      this.#from = node.time
      return []
    })
  }

  #paintText(text: string): Node {
    const element = document.createElement('span')
    element.textContent = text
    this.#note(element)
    return element
  }

  #paintTag(node: TagNode): Node {
    const element = document.createElement(ELEMENTS[node.type])
    element.setAttribute('part', partsOf(node))
    element.setAttribute('data-tag', node.type)
    if (node.classes.length > 0) element.setAttribute('data-classes', node.classes.join(' '))
    if (node.type === 'v') element.setAttribute('data-voice', node.annotation)
    if (node.type === 'lang') element.setAttribute('lang', node.annotation)
    this.#note(element)
    element.append(...this.paint(node.children))
    return element
  }

  #note(element: Element): void {
    this.timed.push({ element, from: this.#from, until: Number.POSITIVE_INFINITY })
  }
}

/** WebVTT, "in the past" and "in the future". */
const timeOf = ({ from, until }: Timed, now: number): 'past' | 'future' | undefined => {
  if (from > now) return 'future'
  return until <= now ? 'past' : undefined
}

/** Makes the elements of a cue's text. */
export const paintCueText = (nodes: readonly CueNode[]): PaintedText => {
  const painter = new Painter()
  const painted = painter.paint(nodes)
  const timed = painter.timed.filter(({ from, until }) => Number.isFinite(from) || Number.isFinite(until))
  return {
    nodes: painted,
    mark: now => {
      for (const piece of timed) {
        const time = timeOf(piece, now)
        if (time) piece.element.setAttribute('data-time', time)
        else piece.element.removeAttribute('data-time')
        piece.element.part.toggle('cue-past', time === 'past')
        piece.element.part.toggle('cue-future', time === 'future')
      }
    }
  }
}
