import type { PlaylistItem } from '../../core/playlist/read-playlist.ts'
import { isRecord } from '../../core/record.ts'
import { type FieldSource, fieldText, fillField, fillRow, readRow } from '../rows/field.ts'
import { controlOf } from '../rows/row-keys.ts'
import { Rows } from '../rows/rows.ts'
import { attributeOf } from '../scope/nodes.ts'
import type { Coupling, YokeView } from '../yoke/yoke-view.ts'
import { nameOfItem } from './commands.ts'
import type { PlaylistHost } from './playlist.ts'

/** A row of the list that the page itself has written. */
const recordOf = (row: Element): Readonly<Record<string, unknown>> => {
  const said = readRow(row)
  const links = [...row.querySelectorAll<HTMLAnchorElement>('a[href]:not([data-yoke-field])')]
  const sources = links.map(link => ({ src: link.href, ...(link.type && { type: link.type }) }))
  const title = said.title ?? links[0]?.textContent?.trim() ?? row.textContent?.trim()
  return { ...(row.id && { id: row.id }), ...said, title, sources }
}

const plainRow = (): HTMLElement => {
  const row = document.createElement('li')
  const button = document.createElement('button')
  const title = document.createElement('span')
  button.type = 'button'
  title.setAttribute('data-yoke-field', 'title')
  button.append(title)
  row.append(button)
  return row
}

const fieldsOf = ({ record }: PlaylistItem, yoke: YokeView): FieldSource => ({
  record: withTitle(record, yoke),
  resolve: address => yoke.playlist?.resolve(address) ?? address
})

/** A title of its own name, where the record calls it otherwise. */
const withTitle = (record: PlaylistItem['record'], { settings: { clipFields } }: YokeView): PlaylistItem['record'] => {
  const name = isRecord(clipFields) ? clipFields.title : undefined
  return 'title' in record || typeof name !== 'string' ? record : { ...record, title: fieldText(record[name]) }
}

/** What rows of a page have said last, by yoke. */
const saidByRows = new WeakMap<YokeView, unknown>()

/** Couples `data-yoke-playlist`: the rows of this list are the items, and a press on one plays it. */
export const coupleList = (list: HTMLElement, yoke: YokeView): Coupling => {
  const rows = new Rows<PlaylistItem>(list, {
    create: plainRow,
    fill: (row, item) => {
      if (!rows.isOwn) fillRow(row, fieldsOf(item, yoke))
    },
    press: (item, row) => {
      const { items = [] } = yoke.playlist ?? {}
      void yoke.run('play-item', nameOfItem(item, items.indexOf(item)), controlOf(row) ?? row)
    }
  })
  // The page may say its list in rows alone. A list that is moved is still the one that says it.
  const { playlist: said } = yoke.settings
  const isSource = rows.isOwn && (said === undefined || said === saidByRows.get(yoke))
  const take = (): void => {
    const records = rows.all.map(recordOf)
    saidByRows.set(yoke, records)
    ;(yoke as PlaylistHost).layers.take('attribute', { playlist: records })
  }
  const observer = new MutationObserver(take)
  if (isSource) {
    take()
    observer.observe(list, { childList: true })
  }
  const mark = (): void => {
    const { current, failed, items = [] } = yoke.playlist ?? {}
    const lost = new Set(failed)
    for (const item of items) rows.rowOf(item)?.toggleAttribute('data-yoke-failed', lost.has(item))
    rows.mark(current ? [current] : [])
  }
  const show = async (): Promise<void> => {
    if (await rows.show(yoke.playlist?.items ?? [])) mark()
  }
  const stops = [
    yoke.subscribe(({ playlist }) => playlist?.items, show),
    yoke.subscribe(({ playlist }) => playlist?.current, mark),
    yoke.subscribe(({ playlist }) => playlist?.failed, mark)
  ]
  void show()
  return {
    release: () => {
      observer.disconnect()
      for (const stop of stops) stop()
      rows.release()
    }
  }
}

/** Couples `data-yoke-item`: the element shows a field of what plays. */
export const coupleItem = (element: HTMLElement, yoke: YokeView): Coupling => {
  const name = attributeOf(element, 'data-yoke-item') ?? ''
  const show = (): void => {
    const { current } = yoke.playlist ?? {}
    fillField(element, name, current ? fieldsOf(current, yoke) : { record: {}, resolve: address => address })
  }
  show()
  return { release: yoke.subscribe(({ playlist }) => playlist?.current?.record, show) }
}
