import type { YokeView } from '../yoke/yoke-view.ts'

/** What the name of a clip is made of: compared at each look, while the name itself is made when it changes. */
export const clipOf = ({ settings: { resume, src, from, until }, snapshot }: YokeView): string =>
  [resume.key, src ?? snapshot.currentSrc, from, until].join(' ')

/**
 * What a clip is called in what is kept and told of it: the name that its page gives it, else its address; `undefined` where
 * neither lasts.
 */
export const clipKeyOf = ({ settings: { resume, src, from, until }, snapshot }: YokeView): string | undefined => {
  if (resume.key) return resume.key
  const address = src ?? snapshot.currentSrc
  if (!address || /^(?:blob|data):/.test(address) || !URL.canParse(address, document.baseURI)) return undefined
  const url = new URL(address, document.baseURI)
  url.hash = (from ?? until) === undefined ? '' : `${from ?? 0},${until ?? ''}`
  return url.href
}
