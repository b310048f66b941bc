import type { Clip } from '../documents/clip-schema.ts'
import { dialectOf } from '../hosted/addresses.ts'
import type { DialectData } from '../hosted/dialect.ts'

/** The addresses of a clip, in their order. */
export const addressesOf = ({ sources = [] }: Clip): readonly string[] =>
  sources.map(source => (typeof source === 'string' ? source : source.src))

/** The services that show a clip, each once. */
export const servicesOf = (clip: Clip, dialects: readonly DialectData[]): readonly DialectData[] => [
  ...new Set(addressesOf(clip).flatMap(address => dialectOf(dialects, address) ?? []))
]

/** The script of a page that says what its services are like. */
export const servicesScript = (services: readonly DialectData[]): string =>
  services
    .map(service => {
      const { $schema: _, ...dialect } = service as DialectData & { readonly $schema?: unknown }
      return `yokewright.hosted.defineDialect(${JSON.stringify(dialect, null, 2)})\n`
    })
    .join('')
