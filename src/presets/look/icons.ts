import { type Fault, fault, type Result, refuse, succeed } from '../../core/fault.ts'
import { HOST } from '../../core/theme/look-css.ts'
import { textOfAnswer } from '../../loading/text-of-answer.ts'

/** A longer file of icons is not fetched to its end. */
const MOST_BYTES = 2 ** 20

/** A picture for the slot of an icon, as CSS can draw it. */
interface Picture {
  /** The name of its slot: `icon-play`. */
  readonly slot: string
  readonly address: string
  /** Drawn in the colour of text; others keep their own. */
  readonly isMask: boolean
}

/** Whether a set is a file, and no template of the page. */
const isFile = (name: string): boolean => /\/|\.svg(?:[?#]|$)/i.test(name)

const SVG = 'http://www.w3.org/2000/svg'

/** Drawn by CSS an image runs no script, and loads nothing. */
const addressOf = (svg: Element): string =>
  `data:image/svg+xml,${encodeURIComponent(new XMLSerializer().serializeToString(svg))}`

const pictureOf = (slot: string, svg: Element): Picture => ({
  slot,
  address: addressOf(svg),
  isMask: svg.outerHTML.includes('currentColor')
})

/** What a template holds: `<svg slot="icon-play">`, `<img slot="icon-pause" src="pause.png">`. */
const picturesIn = (template: HTMLTemplateElement): readonly Picture[] =>
  [...template.content.querySelectorAll('[slot^="icon-"]')].flatMap((element): Picture[] => {
    const { slot } = element
    if (element.localName === 'svg') return [pictureOf(slot, element)]
    const src = element.getAttribute('src')
    return src === null || !URL.canParse(src, template.baseURI)
      ? []
      : [{ slot, address: new URL(src, template.baseURI).href, isMask: false }]
  })

/** The symbols of a sprite: `<symbol id="play" viewBox="0 0 24 24">`, or `id="icon-play"`. */
const symbolsIn = (text: string): readonly Picture[] => {
  const sprite = new DOMParser().parseFromString(text, 'image/svg+xml')
  return [...sprite.querySelectorAll('symbol[id]')].map(symbol => {
    const svg = sprite.createElementNS(SVG, 'svg')
    for (const { name, value } of symbol.attributes) if (name !== 'id') svg.setAttribute(name, value)
    svg.append(...[...symbol.childNodes].map(node => node.cloneNode(true)))
    return pictureOf(`icon-${symbol.id.replace(/^icon-/, '')}`, svg)
  })
}

const missing = (name: string, why: string, cause?: unknown): Fault =>
  fault(
    'icons-missing',
    `The icon set “${name}” ${why}; the icons stay as they are.`,
    'write <template data-yoke-icons="brass"> with <svg slot="icon-play"> in it, or the address of an SVG file with symbols',
    cause
  )

const readSet = async (name: string, page: Document): Promise<Result<readonly Picture[]>> => {
  if (!isFile(name)) {
    const template = [...page.querySelectorAll<HTMLTemplateElement>('template[data-yoke-icons]')].find(
      ({ dataset }) => dataset.yokeIcons === name
    )
    return template ? succeed(picturesIn(template)) : refuse(missing(name, 'is not in the page'))
  }
  try {
    const answer = await fetch(new URL(name, page.baseURI))
    if (!answer.ok) return refuse(missing(name, `cannot be had: the server answers ${answer.status}`))
    const text = await textOfAnswer(answer, MOST_BYTES)
    return text === undefined
      ? refuse(missing(name, `is longer than ${MOST_BYTES / 2 ** 20} MiB`))
      : succeed(symbolsIn(text))
  } catch (error) {
    return refuse(missing(name, 'cannot be had', error))
  }
}

const paint = ({ address, isMask }: Picture): string => {
  const place = `url(${JSON.stringify(address)}) center/contain no-repeat`
  return isMask ? `background:currentColor;mask:${place}` : `background:${place}`
}

/** One rule for each picture. What is for one place alone comes last, and wins. */
const cssOf = (pictures: readonly Picture[]): string => {
  const plain = pictures.filter(({ slot }) => /^icon-[\w-]+$/.test(slot))
  const rules = (selector: (slot: string) => string): readonly string[] =>
    plain.map(picture => {
      const icon = `${HOST} ${selector(picture.slot)}`
      return `${icon}{stroke:none;fill:none;${paint(picture)}}${icon}>*{display:none}`
    })
  return [...rules(slot => `.${slot}`), ...rules(slot => `slot[name="${slot}"]>.icon`)].join('\n')
}

const sets = new WeakMap<Document, Map<string, Promise<Result<string>>>>()

/** The style sheet of an icon set, read once for a page. Fault: `icons-missing`. */
export const cssOfIcons = (name: string, page: Document): Promise<Result<string>> => {
  const known = sets.get(page) ?? new Map<string, Promise<Result<string>>>()
  sets.set(page, known)
  const css =
    known.get(name) ??
    readSet(name, page).then(read => {
      // What is not there may be there later.
      if (!read.ok) known.delete(name)
      return read.ok ? succeed(cssOf(read.value)) : read
    })
  known.set(name, css)
  return css
}
