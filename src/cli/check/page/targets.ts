import { nearestName } from '../../../core/nearest-name.ts'
import { type PlacedFault, placedError } from '../placed-fault.ts'
import { isMedia, type Page, type PageElement, playerOf } from './page.ts'

const REFERENCES = ['commandfor', 'data-yoke-for', 'data-yoke-search'] as const

const isOurs = ({ attributes }: PageElement): boolean =>
  attributes.get('command')?.startsWith('--') === true ||
  [...attributes.keys()].some(name => name.startsWith('data-yoke-') && name !== 'data-yoke-forced')

/** A script may couple what stands in no player. */
const isBoundByScript = (page: Page): boolean => page.scripts.some(script => /\.bind\(/.test(script))

const twice = (page: Page): readonly PlacedFault[] => {
  const seen = new Map<string, PageElement>()
  return page.elements.flatMap(element => {
    const id = element.attributes.get('id')
    if (!id) return []
    const first = seen.get(id)
    seen.set(id, first ?? element)
    if (!first) return []
    const sentence = `The id “${id}” stands at line ${first.place.line} too: what names it finds that one.`
    return [placedError(element.placeOf('id'), 'id-twice', sentence, 'give each element an id of its own')]
  })
}

const missing = (page: Page, element: PageElement): readonly PlacedFault[] => {
  const ids = page.elements.flatMap(({ attributes }) => attributes.get('id') ?? [])
  return REFERENCES.flatMap(attribute => {
    const id = element.attributes.get(attribute)
    if (id === undefined || !isOurs(element) || ids.includes(id)) return []
    // It may come later.
    if (page.scripts.some(script => script.includes(id))) return []
    const nearest = nearestName(id, ids)
    return [
      placedError(
        element.placeOf(attribute),
        'target-missing',
        `${attribute} names “${id}”, and nothing on the page has that id.`,
        nearest ? `did you mean ${nearest}?` : `give the player id="${id}"`,
        nearest ? element.write(attribute, nearest) : undefined
      )
    ]
  })
}

/** A control of nobody's: it stands in no player, and names none. */
const alone = (page: Page, element: PageElement): readonly PlacedFault[] => {
  if (!isOurs(element) || element.name === 'track' || playerOf(element) || isBoundByScript(page)) return []
  if (REFERENCES.some(attribute => element.attributes.has(attribute))) return []
  if (isMedia(element) || element.name === 'yoke-player') return []
  let parent = element.parent
  while (parent && !parent.attributes.has('data-yoke-transcript')) parent = parent.parent
  if (parent) return []
  const attribute = element.attributes.has('command') ? 'commandfor' : 'data-yoke-for'
  const sentence = `The <${element.name}> stands in no player, and names none.`
  return [placedError(element.place, 'target-missing', sentence, `put it into <yoke-player>, or write ${attribute}`)]
}

/** Whether anything on the page needs the library, and no script brings it. */
const withoutLibrary = (page: Page): readonly PlacedFault[] => {
  const first = page.elements.find(element => element.name === 'yoke-player' || isOurs(element))
  const brought =
    page.scripts.some(script => /yoke-player|yokewright/.test(script)) ||
    page.elements.some(({ name, attributes }) => name === 'script' && /yokewright/.test(attributes.get('src') ?? ''))
  if (!first || brought) return []
  const hint = 'add <script src="yokewright.js" defer></script>'
  return [placedError(first.place, 'library-absent', 'No script of the page brings the library.', hint)]
}

/** Ids that stand twice, controls that nobody answers, a library that is not there. */
export const checkTargets = (page: Page): readonly PlacedFault[] => [
  ...twice(page),
  ...page.elements.flatMap(element => [...missing(page, element), ...alone(page, element)]),
  ...withoutLibrary(page)
]
