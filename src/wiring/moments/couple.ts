import type { PlacedMoment } from '../../core/moments/placed-moments.ts'
import { type Moment, type MomentEntry, tryReadMoment } from '../../core/moments/read-moments.ts'
import { fillRow, readRow } from '../rows/field.ts'
import { controlOf } from '../rows/row-keys.ts'
import { Rows } from '../rows/rows.ts'
import { attributeOf } from '../scope/nodes.ts'
import type { Coupling, YokeView } from '../yoke/yoke-view.ts'
import { momentsOf } from './moments.ts'

const AT = 'data-yoke-at'
const UNTIL = 'data-yoke-until'

const textIn = (element: Element | null | undefined): string | undefined =>
  element?.textContent?.replace(/\s+/g, ' ').trim()

/** The moment that a row of the page says; `undefined` for a row that says no time: a heading. */
const entryOf = (row: HTMLElement, lane: string): MomentEntry | undefined => {
  const said = readRow(row)
  const at = attributeOf(row, AT) ?? said.at ?? textIn(row.querySelector('time'))
  if (typeof at !== 'string') return undefined
  const until = attributeOf(row, UNTIL) ?? said.until
  const label = said.label ?? textIn(controlOf(row) ?? row)
  return { ...said, at, ...(typeof until === 'string' && { until }), label: String(label), lane }
}

const plainRow = (): HTMLElement => {
  const row = document.createElement('li')
  const button = document.createElement('button')
  const time = document.createElement('time')
  const label = document.createElement('span')
  button.type = 'button'
  time.setAttribute('data-yoke-field', 'at')
  label.setAttribute('data-yoke-field', 'label')
  button.append(time, ' ', label)
  row.append(button)
  return row
}

/** What rows show of a moment: what its author has written, and times as seconds. */
const recordOf = ({ start, end, moment }: PlacedMoment): Readonly<Record<string, unknown>> => ({
  ...moment.record,
  at: start,
  until: Number.isFinite(end) ? end : undefined,
  label: moment.label
})

/**
 * Couples `data-yoke-moments`: the rows of this list are moments. A press on one seeks to it, and those that hold now are
 * marked. Rows that stand in the page say moments of their own.
 */
export const coupleMoments = (list: HTMLElement, yoke: YokeView): Coupling => {
  const lane = attributeOf(list, 'data-yoke-moments') ?? ''
  const moments = momentsOf(yoke)
  let places: ReadonlyMap<Moment, PlacedMoment> = new Map()
  const rows = new Rows<Moment>(list, {
    create: plainRow,
    fill: (row, moment) => {
      const placed = places.get(moment)
      if (placed && !rows.isOwn) fillRow(row, { record: recordOf(placed), resolve: address => address })
    },
    press: (moment, row) => {
      const placed = moments.all.find(each => each.moment === moment)
      if (placed) void yoke.run('seek', placed.start, controlOf(row) ?? row)
    }
  })
  const mark = (): void => rows.mark(moments.current.map(({ moment }) => moment))
  const show = async (): Promise<void> => {
    const shown = moments.all.filter(({ moment }) => lane === '' || moment.lane === lane)
    places = new Map(shown.map(placed => [placed.moment, placed]))
    if (await rows.show(shown.map(({ moment }) => moment))) mark()
  }
  let taken: readonly HTMLElement[] = []
  let takenText: string | undefined
  const take = (): void => {
    const { all } = rows
    const entries = all.map(row => entryOf(row, lane))
    const text = JSON.stringify(entries)
    // A clock in a row changes it each second, and says no other moment.
    if (text === takenText && all.every((row, index) => row === taken[index])) return
    taken = all
    takenText = text
    const read = entries.map((entry, index) => {
      const moment = entry && tryReadMoment(entry)
      if (moment && !moment.ok) yoke.raise(moment.fault, all[index])
      return moment?.ok ? moment.value : undefined
    })
    void rows.show(read)
    moments.say(
      list,
      read.flatMap(moment => moment ?? [])
    )
    mark()
  }
  const observer = new MutationObserver(take)
  if (rows.isOwn) {
    take()
    const attributeFilter = [AT, UNTIL]
    observer.observe(list, { childList: true, subtree: true, characterData: true, attributeFilter })
  } else void show()
  const stops = [
    yoke.subscribe(
      () => moments.all,
      () => (rows.isOwn ? mark() : void show())
    ),
    yoke.subscribe(() => moments.current, mark)
  ]
  return {
    release: () => {
      observer.disconnect()
      for (const stop of stops) stop()
      moments.say(list, [])
      rows.release()
    }
  }
}
