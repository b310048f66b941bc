import { EN, type Words } from '../../core/words/en.ts'

/** Languages that come along, each loaded when a page asks for it. */
const LOADERS: Readonly<Record<string, () => Promise<Words>>> = {
  ar: () => import('../../core/words/ar.ts').then(({ AR }) => AR),
  ja: () => import('../../core/words/ja.ts').then(({ JA }) => JA)
}

const known = new Map<string, Words>([['en', EN]])

/**
 * Teaches every player of the page a language, or other words in one: what is left out is said in the words known
 * before, else in English. To be called before players are made, or on any later occasion followed by a change of `lang`.
 * @param lang a BCP 47 language tag, such as `fr` or `pt-BR`.
 */
export const defineWords = (lang: string, words: Partial<Words>): void => {
  known.set(lang.toLowerCase(), { ...(known.get(lang.toLowerCase()) ?? EN), lang, ...words })
}

/** The language around an element: its own, that of what is around it, or that of the page (HTML, "lang"). */
export const languageOf = (element: Element): string => {
  const near = element.closest('[lang]')?.getAttribute('lang')
  if (near) return near
  const root = element.getRootNode()
  return root instanceof ShadowRoot ? languageOf(root.host) : document.documentElement.lang || 'en'
}

/** The words of a language, or of its family (`ar` for `ar-EG`), if they are at hand. */
export const wordsAtHand = (lang: string): Words | undefined => {
  const tag = lang.toLowerCase()
  return known.get(tag) ?? known.get(tag.split('-')[0] ?? '')
}

/** As {@link wordsAtHand}, loaded if need be; English for a language that nobody taught. */
export const wordsFor = async (lang: string): Promise<Words> => {
  const family = lang.toLowerCase().split('-')[0] ?? ''
  const load = LOADERS[family]
  if (!wordsAtHand(lang) && load) known.set(family, await load())
  return wordsAtHand(lang) ?? EN
}

const followers = new Set<() => void>()
let pageObserver: MutationObserver | undefined

/** Calls when the page's own language changes. One observer serves all players. @returns its stop. */
export const followPageLanguage = (changed: () => void): (() => void) => {
  followers.add(changed)
  if (!pageObserver) {
    pageObserver = new MutationObserver(() => {
      for (const follower of followers) follower()
    })
    pageObserver.observe(document.documentElement, { attributeFilter: ['lang'] })
  }
  return () => {
    followers.delete(changed)
    if (followers.size > 0) return
    pageObserver?.disconnect()
    pageObserver = undefined
  }
}
