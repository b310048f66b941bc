import { tellFirst } from '../../../core/fault.ts'
import { nearestName } from '../../../core/nearest-name.ts'
import { type PlacedFault, placedError } from '../placed-fault.ts'
import { isMedia, type Page, type PageElement, playerOf } from './page.ts'

const REFERENCES = ['commandfor', 'data-yoke-for', 'data-yoke-search'] as const

const isOurs = ({ attributes }: PageElement): boolean =>
  attributes.get('command')?.startsWith('--') === true ||
  [...attributes.keys()].some(
    name =>
      name.startsWith('data-yoke-') &&
      ![
        'data-yoke-dress',
        'data-yoke-forced',
        'data-yoke-icons',
        'data-yoke-presets',
        'data-yoke-text',
        'data-yoke-wait'
      ].includes(name)
  )

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

/** Among more ids the nearest one is not looked for. */
const MOST_IDS = 1000

/** References to ids that nothing has. */
const missing = (page: Page): readonly PlacedFault[] => {
  const ids = [...page.ids].slice(0, MOST_IDS)
  const found = page.elements.filter(isOurs).flatMap(element =>
    REFERENCES.flatMap(attribute => {
      const id = element.attributes.get(attribute)
      // One that a script has may come later.
      return id === undefined || page.ids.has(id) || page.mentions(id) ? [] : [{ element, attribute, id }]
    })
  )
  return tellFirst(found, ({ element, attribute, id }) => {
    const nearest = nearestName(id, ids)
    return placedError(
      element.placeOf(attribute),
      'target-missing',
      `${attribute} names “${id}”, and nothing on the page has that id.`,
      nearest ? `did you mean ${nearest}?` : `give the player id="${id}"`,
      nearest ? element.write(attribute, nearest) : undefined
    )
  })
}

/** Lists name their player for their rows as well. */
const LISTS = ['data-yoke-transcript', 'data-yoke-playlist', 'data-yoke-moments']

/** A control of nobody's: it stands in no player, and names none. */
const alone = (page: Page, element: PageElement): readonly PlacedFault[] => {
  if (!isOurs(element) || element.name === 'track' || playerOf(element) || isBoundByScript(page)) return []
  if (REFERENCES.some(attribute => element.attributes.has(attribute))) return []
  if (isMedia(element) || element.name === 'yoke-player') return []
  let parent = element.parent
  while (parent && !LISTS.some(list => parent?.attributes.has(list))) parent = parent.parent
  if (parent) return []
  const attribute = element.attributes.has('command') ? 'commandfor' : 'data-yoke-for'
  const sentence = `The <${element.name}> stands in no player, and names none.`
  return [placedError(element.place, 'target-missing', sentence, `put it into <yoke-player>, or write ${attribute}`)]
}

/** Whether anything on the page needs the library, and no script brings it. */
const withoutLibrary = (page: Page, hasLibrary: boolean): readonly PlacedFault[] => {
  const first = page.elements.find(element => element.name === 'yoke-player' || isOurs(element))
  const brought =
    hasLibrary ||
    page.scripts.some(script => /yoke-player|yokewright/.test(script)) ||
    page.elements.some(({ name, attributes }) => name === 'script' && /yokewright/.test(attributes.get('src') ?? ''))
  if (!first || brought) return []
  const hint = 'add <script src="yokewright.js" defer></script>'
  return [placedError(first.place, 'library-absent', 'No script of the page brings the library.', hint)]
}

/** Ids that stand twice, controls that nobody answers, a library that is not there. */
export const checkTargets = (page: Page, hasLibrary: boolean): readonly PlacedFault[] => [
  ...twice(page),
  ...missing(page),
  ...page.elements.flatMap(element => alone(page, element)),
  ...withoutLibrary(page, hasLibrary)
]
