/** Percent signs that decode to nothing leave nothing that could be meant. */
const decoded = (text: string): string => {
  try {
    return decodeURIComponent(text)
  } catch {
    return ''
  }
}

/** What the fragment of an address says under a name: `#t=10,20&xywh=0,0,160,90` (Media Fragments URI 1.0, 5.1.1). */
export const fragmentValues = (address: string, name: string): readonly string[] => {
  const hash = address.indexOf('#')
  if (hash === -1) return []
  const pairs = address.slice(hash + 1).split('&')
  return pairs.map(pair => decoded(pair).split('=', 2)).flatMap(([key, value = '']) => (key === name ? [value] : []))
}
