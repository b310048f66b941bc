/** How a stand-in service behaves: what real ones do on bad days. Set on its control page, or by a test. */
export interface Conduct {
  /** Everything that the frame does or answers comes so much later, in milliseconds. */
  readonly slow: number
  /** Script and frames are refused. */
  readonly blocked: boolean
  /** No clip is known any more. */
  readonly missing: boolean
  /** Clips may not be shown on other pages. */
  readonly unshared: boolean
  /** It keeps its own bar and title whatever it is asked, takes the focus, and sends what nobody understands. */
  readonly rude: boolean
  /** The service has changed how it is talked to. */
  readonly changed: boolean
  /** A page that asks for consent stands before the clip, and needs a press of its own. */
  readonly consent: boolean
  /** Seconds of an advertisement before the clip. */
  readonly advert: number
  /** A start is refused until someone presses inside the frame. */
  readonly press: boolean
  /** A start is not carried out, and nobody is told. */
  readonly deaf: boolean
  /** A rate is taken, and falls back after a moment. */
  readonly rates: boolean
  /** What is pushed comes out of order. */
  readonly shuffled: boolean
}

export const GOOD_CONDUCT: Conduct = {
  slow: 0,
  blocked: false,
  missing: false,
  unshared: false,
  rude: false,
  changed: false,
  consent: false,
  advert: 0,
  press: false,
  deaf: false,
  rates: false,
  shuffled: false
}

/** What of a record is conduct of this kind; the rest is passed over. */
export const readConduct = <Any extends object>(record: unknown, before: Any): Any => {
  const given = typeof record === 'object' && record !== null ? (record as Record<string, unknown>) : {}
  const known = Object.keys(before) as (keyof Any & string)[]
  const taken = known.filter(key => typeof given[key] === typeof before[key]).map(key => [key, given[key]])
  return { ...before, ...Object.fromEntries(taken) }
}
