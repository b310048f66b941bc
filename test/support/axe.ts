import axe from 'axe-core'
import type { EnginePage } from './engine-page.ts'

/** What axe finds on the page that is open, as one sentence each; `within` narrows it to a piece. */
export const axeFindings = (
  page: EnginePage,
  {
    within = null,
    without = []
  }: { readonly within?: readonly string[] | null; readonly without?: readonly string[] } = {}
): Promise<readonly string[]> =>
  page.run(
    async (source: string, place: readonly string[] | null, rules: readonly string[]) => {
      if (!('axe' in globalThis)) new Function(source)()
      const { axe: checker } = globalThis as unknown as { axe: typeof axe }
      const { violations } = await checker.run(place ? { include: [place as string[]] } : document, {
        rules: Object.fromEntries(rules.map(rule => [rule, { enabled: false }]))
      })
      return violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html).join(' ')}`)
    },
    axe.source,
    within,
    without
  )
