import { layoutName } from '../core/layouts.ts'
import { type LayoutHand, useLayoutHand } from './layout-hand.ts'
import { LayoutMap } from './layout-map.tsx'
import { LayoutTerms } from './layout-terms.tsx'
import { SelectedControl } from './selected-control.tsx'

/** Which layout is edited, and more or fewer of them. */
const LayoutChoice = ({ hand }: { readonly hand: LayoutHand }) => {
  const { layouts, at, layout } = hand
  return (
    <div className="layouts">
      <label className="field">
        <span>Layout</span>
        <select value={at} onChange={({ target }) => hand.openLayout(Number(target.value))}>
          {layouts.map((each, index) => (
            <option key={layoutName(each) + layouts.indexOf(each)} value={index}>
              {layoutName(each)}
            </option>
          ))}
        </select>
      </label>
      <p className="note">
        {hand.seenIn.length > 0 ? `Seen in: ${hand.seenIn.join(', ')}.` : 'No player here has this width.'}
      </p>
      <div className="deeds">
        <button
          type="button"
          onClick={() => {
            hand.setLayouts('another layout', [...layouts, { ...layout, from: (layout.from ?? 0) + 200 }])
            hand.openLayout(layouts.length)
          }}
        >
          Another width
        </button>
        <button
          type="button"
          disabled={layouts.length < 2}
          onClick={() =>
            hand.setLayouts(
              'a layout taken away',
              layouts.filter((_, index) => index !== at)
            )
          }
        >
          Remove
        </button>
        {hand.isOwn && (
          <button type="button" onClick={() => hand.setLayouts('the layouts', undefined)}>
            As inherited
          </button>
        )}
      </div>
    </div>
  )
}

/** Which controls stand where. */
export const LayoutPanel = () => {
  const hand = useLayoutHand()
  return (
    <>
      <LayoutChoice hand={hand} />
      <p className="note">
        Drag controls to where they should stand. By keys: arrows choose one, Enter lifts it, Tab goes from row to row,
        arrows within a row, Enter puts it down.
      </p>
      <LayoutMap hand={hand} />
      <SelectedControl hand={hand} />
      <LayoutTerms hand={hand} />
    </>
  )
}
