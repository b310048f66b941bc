import { isTextDropItem, ListBox, ListBoxItem, useDragAndDrop } from 'react-aria-components'
import { kindOf, type Placed, whyAbsent, type Zone } from '../core/layouts.ts'
import { CONTROL_WORDS } from '../core/meanings.ts'
import type { LayoutHand } from './layout-hand.ts'

/** What travels when a control is dragged: its id, or that of a control that is not in the layout yet. */
const DRAGGED = 'application/x-yokewright-control'

/** What a control is called on its chip: `Skip −10`. */
export const nameOf = ({ entry }: Placed): string => {
  if ('slot' in entry) return `Yours: ${entry.slot}`
  const name = CONTROL_WORDS[entry.control]?.[0] ?? entry.control
  const by = entry.by ?? (entry.control === 'skip' ? 10 : 1)
  const hasBy = entry.control === 'skip' || entry.control === 'step-frame'
  return hasBy ? `${name} ${by < 0 ? '−' : '+'}${Math.abs(by)}` : name
}

interface DropEvent {
  readonly items: readonly Parameters<typeof isTextDropItem>[0][]
}

const idsOf = async ({ items }: DropEvent): Promise<readonly string[]> =>
  Promise.all(items.filter(isTextDropItem).map(item => item.getText(DRAGGED)))

/** The controls of one zone, to be dragged from here and to here; `undefined`: those that stand nowhere. */
export const ControlList = ({
  zone,
  label,
  placed,
  hand
}: {
  readonly zone: Zone | undefined
  readonly label: string
  readonly placed: readonly Placed[]
  readonly hand: LayoutHand
}) => {
  const after = (id: string): string | undefined => placed[placed.findIndex(each => each.id === id) + 1]?.id
  const dropAt = (ids: readonly string[], key: unknown, position: string): void =>
    hand.drop(ids, zone, position === 'after' ? after(String(key)) : String(key))
  const { dragAndDropHooks } = useDragAndDrop({
    isDisabled: hand.isLocked,
    getItems: keys => [...keys].map(key => ({ [DRAGGED]: String(key) })),
    acceptedDragTypes: [DRAGGED],
    getDropOperation: () => 'move',
    onReorder: ({ keys, target }) => dropAt([...keys].map(String), target.key, target.dropPosition),
    onInsert: async event => dropAt(await idsOf(event), event.target.key, event.target.dropPosition),
    onRootDrop: async event => hand.drop(await idsOf(event), zone, undefined)
  })
  return (
    <ListBox
      className="controls"
      aria-label={label}
      data-zone={zone ?? 'nowhere'}
      orientation="horizontal"
      selectionMode="single"
      selectedKeys={placed.some(({ id }) => id === hand.selected) && hand.selected ? [hand.selected] : []}
      onSelectionChange={keys => {
        const [key] = keys === 'all' ? [] : [...keys]
        hand.select(key === undefined ? undefined : String(key))
      }}
      items={placed}
      dependencies={[hand.layout]}
      dragAndDropHooks={dragAndDropHooks}
      renderEmptyState={() => <span className="empty">{label}</span>}
    >
      {item => (
        <ListBoxItem
          id={item.id}
          textValue={nameOf(item)}
          className="chip"
          data-kind={kindOf(item.entry)}
          data-absent={whyAbsent(hand.layout, item.entry) ? '' : undefined}
        >
          {nameOf(item)}
        </ListBoxItem>
      )}
    </ListBox>
  )
}
