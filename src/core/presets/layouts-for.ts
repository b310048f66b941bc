import type { WrittenLayout } from '../layout/layouts.ts'
import type { LayoutKind } from './layout-kinds.ts'

/** A layout of a preset: for any media, or for those of which all that it names holds. */
export interface PresetLayout extends WrittenLayout {
  readonly for?: LayoutKind | readonly LayoutKind[]
}

const kindsOf = ({ for: kinds = [] }: PresetLayout): readonly LayoutKind[] =>
  typeof kinds === 'string' ? [kinds] : kinds

/** The layouts for a media: of those that fit it, the ones that name the most of what it is. */
export const layoutsFor = (
  layouts: readonly PresetLayout[],
  media: ReadonlySet<LayoutKind>
): readonly WrittenLayout[] => {
  const fitting = layouts.filter(layout => kindsOf(layout).every(kind => media.has(kind)))
  const most = Math.max(...fitting.map(layout => kindsOf(layout).length))
  return fitting.filter(layout => kindsOf(layout).length === most).map(({ for: _, ...layout }) => layout)
}
