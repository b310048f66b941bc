import type { Words } from '../../core/words/en.ts'
import { isLanguageTag } from '../../core/words/language-tag.ts'
import type { PartWords } from '../../core/words/part-words.ts'
import { bring, definePart, type PartHost } from '../../loading/part.ts'
import { attributeOf, closest, rootOf } from '../../wiring/scope/nodes.ts'

/** Languages that come along, each loaded when a page asks for it. */
const PARTS = {
  ar: definePart(() => import('../../core/words/ar.ts').then(({ AR }) => AR as Partial<Words>)),
  ja: definePart(() => import('../../core/words/ja.ts').then(({ JA }) => JA as Partial<Words>))
}

/** What pages have taught, by language tag. */
const taught = new Map<string, Partial<Words>>()

/**
 * Teaches every player of the page a language, or other words in one: what is left out is said in the words known
 * before, else in English. To be called before players are made, or on any later occasion followed by a change of `lang`.
 * @param lang a BCP 47 language tag, such as `fr` or `pt-BR`.
 */
export const defineWords = (lang: string, words: Partial<Words & PartWords>): void => {
  const tag = lang.toLowerCase()
  const { lang: own = lang, ...rest } = words
  // Numbers and times of what is no tag are written as before.
  taught.set(tag, { ...taught.get(tag), ...rest, ...(isLanguageTag(own) && { lang: own }) })
}

/** The language around an element: its own, that of what is around it, or that of the page (HTML, "lang"). */
export const languageOf = (element: Element): string => {
  const near = closest(element, '[lang]')
  const lang = near && attributeOf(near, 'lang')
  if (lang) return lang
  const root = rootOf(element)
  return 'host' in root ? languageOf((root as ShadowRoot).host) : document.documentElement.lang || 'en'
}

const partOf = (lang: string) => {
  const [family = ''] = lang.toLowerCase().split('-')
  return Object.hasOwn(PARTS, family) ? PARTS[family as keyof typeof PARTS] : undefined
}

/**
 * The words of a language, or of its family (`ar` for `ar-EG`), as far as they are at hand, upon others that serve where
 * it has none.
 */
const wordsAtHand = <Base extends Partial<Words>>(lang: string, base: Base): Base & Partial<Words> => {
  const tag = lang.toLowerCase()
  return { ...base, ...partOf(tag)?.here, ...(taught.get(tag) ?? taught.get(tag.split('-')[0] ?? '')) }
}

/** Calls with {@link wordsAtHand}: at once where they are here, else when they have come. */
export const useWords = <Base extends Partial<Words>>(
  lang: string,
  base: Base,
  host: PartHost,
  then: (words: Base & Partial<Words>) => void
): void => {
  const part = partOf(lang)
  if (!part || part.here) then(wordsAtHand(lang, base))
  // A language that cannot be had is told, and English serves.
  else {
    const { generation } = host
    bring(part, host).then(() => {
      if (!host.signal?.aborted && host.generation === generation) then(wordsAtHand(lang, base))
    })
  }
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
