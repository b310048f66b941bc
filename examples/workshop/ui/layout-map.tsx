import { useEffect, useRef } from 'react'
import { PLACES } from 'yokewright/core'
import { type Zone, zoneName, zonesOf } from '../core/layouts.ts'
import { ControlList } from './control-list.tsx'
import type { LayoutHand } from './layout-hand.ts'

/** The player as a plan: the picture with its places, the rows of the bar, and what stands nowhere. */
export const LayoutMap = ({ hand }: { readonly hand: LayoutHand }) => {
  const zones = zonesOf(hand.layout)
  const map = useRef<HTMLDivElement>(null)
  useEffect(() => {
    if (!hand.landed) return undefined
    const { id, zone } = hand.landed
    const chip = `[data-zone="${zone}"] [data-key="${CSS.escape(id)}"]`
    // Lists draw what is new in them a moment later.
    let frame = 0
    const focus = (): void => {
      const found = map.current?.querySelector<HTMLElement>(chip)
      if (found) found.focus()
      else frame = requestAnimationFrame(focus)
    }
    focus()
    return () => cancelAnimationFrame(frame)
  }, [hand.landed])
  const list = (zone: Zone, label = zoneName(zone)) => (
    <ControlList key={zone} zone={zone} label={label} placed={zones.get(zone) ?? []} hand={hand} />
  )
  const rows = [...zones.keys()].filter(zone => zone.startsWith('row '))
  return (
    <>
      <div className="map" ref={map}>
        {list('top', 'Top row')}
        <div className="places">{PLACES.map(place => list(place))}</div>
        {rows.map(zone => list(zone))}
        {list(`row ${rows.length}`, 'Another row')}
      </div>
      <h2>Not in this layout</h2>
      <div className="spare">
        <ControlList zone={undefined} label="Not in this layout" placed={hand.spare} hand={hand} />
      </div>
    </>
  )
}
