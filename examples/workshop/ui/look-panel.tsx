import type { Look } from 'yokewright/presets'
import { type ColourPair, type Palette, toHex } from 'yokewright/theme'
import { valueAt } from '../core/documents.ts'
import { COLOUR_FIELDS, LOOK_FIELDS } from '../core/fields.ts'
import { useOpenPreset, useSessionState } from '../state/hooks.ts'
import { FieldRow } from './field-row.tsx'
import { palettesOf } from './look-colours.ts'

const OWN_COLOURS = [COLOUR_FIELDS.surface, COLOUR_FIELDS.text]

/** What a preset and those that it extends say of the look. */
export const useLook = (): Look => {
  const { resolved } = useSessionState()
  const { preset } = useOpenPreset()
  const keys = [...resolved.settled.keys()].filter(key => key.startsWith('look.'))
  const inherited = Object.fromEntries(keys.map(key => [key.slice('look.'.length), resolved.settled.get(key)?.value]))
  return { ...inherited, ...(preset.look ?? {}) } as Look
}

const Pair = ({ pair: { name, needed, contrast } }: { readonly pair: ColourPair }) => (
  <tr data-low={contrast < needed ? '' : undefined}>
    <th scope="row">{name}</th>
    <td>{contrast.toFixed(1)}</td>
    <td>
      {contrast < needed ? 'too low, ' : ''}needs {needed}
    </td>
  </tr>
)

const Contrasts = ({ palette }: { readonly palette: Palette }) => {
  const worst = [...palette.pairs].sort((a, b) => a.contrast / a.needed - b.contrast / b.needed)
  const low = worst.filter(({ contrast, needed }) => contrast < needed).length
  return (
    <details className="contrasts" open={low > 0}>
      <summary>
        {palette.ground} ground: {low > 0 ? `${low} of ${worst.length} pairs cannot be read` : 'everything can be read'}
      </summary>
      <table>
        <caption className="unseen">Contrasts on {palette.ground} ground</caption>
        <tbody>
          {worst.map(pair => (
            <Pair key={pair.name} pair={pair} />
          ))}
        </tbody>
      </table>
    </details>
  )
}

const Swatches = ({ palette }: { readonly palette: Palette }) => {
  const figureOf = (name: string): string => palette.pairs.find(pair => pair.name === name)?.contrast.toFixed(1) ?? ''
  return (
    <ul className="swatches">
      {(
        [
          ['accent', 'accent', figureOf('what is chosen, on the surface')],
          ['surface', 'surface', figureOf('quiet text on the surface')],
          ['text', 'text', figureOf('text on the surface')]
        ] as const
      ).map(([key, label, figure]) => (
        <li key={key}>
          <i style={{ background: toHex(palette[key]) }} />
          <span>
            {label} <code>{toHex(palette[key])}</code>
            {figure && ` ${figure}:1`}
          </span>
        </li>
      ))}
    </ul>
  )
}

const shiftOf = ({ shift, ground }: Palette): string =>
  shift === 0
    ? ''
    : `On ${ground} ground the accent became ${Math.abs(Math.round(shift * 100))} % ${shift > 0 ? 'lighter' : 'darker'}, so that it can be read.`

/** What players look like. */
export const LookPanel = () => {
  const { preset } = useOpenPreset()
  const palettes = palettesOf(useLook())
  return (
    <>
      <div className="group">
        <FieldRow field={COLOUR_FIELDS.accent} />
        <FieldRow field={COLOUR_FIELDS.ground} />
        {palettes.map(palette => (
          <section key={palette.ground} className="palette" aria-label={`Colours on ${palette.ground} ground`}>
            <Swatches palette={palette} />
            <p className="note">{shiftOf(palette)}</p>
            <Contrasts palette={palette} />
          </section>
        ))}
        <details open={OWN_COLOURS.some(({ key }) => valueAt(preset, key) !== undefined)}>
          <summary>Surface and text of your own</summary>
          {OWN_COLOURS.map(field => (
            <FieldRow key={field.key} field={field} />
          ))}
        </details>
      </div>
      {LOOK_FIELDS.map(({ title, fields }) => (
        <details key={title} className="group" open={title !== 'Logo'}>
          <summary>{title}</summary>
          {fields.map(field => (
            <FieldRow key={field.key} field={field} />
          ))}
        </details>
      ))}
    </>
  )
}
