import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import type { DialectData } from '../../src/core/hosted/dialect.ts'
import { GOOD_CONDUCT } from '../../stand-ins/conduct.ts'
import { type Service, startStandIn } from '../../stand-ins/service.ts'
import { PATIENCE } from './patience.ts'

const at = (path: string): string => fileURLToPath(new URL(`../../${path}`, import.meta.url))

/** A stand-in service that runs, and its dialect for where it runs. */
export interface StandIn {
  readonly service: Service
  readonly dialect: DialectData
  /** The address of a clip, by its code. */
  address(code: string): string
}

/** Both, by name: one is talked to by a script, the other by messages. */
export const STAND_INS = ['skerry', 'lantern'] as const

/** The third, and its dialect as the guide has it. */
export const openCairn = async (): Promise<StandIn> => {
  const service = await startStandIn('cairn', at('examples/public/media'))
  const guide = readFileSync(at('docs/guide/7-hosted-video.md'), 'utf8')
  const [, written = ''] = /```json\n([\s\S]*?)```/.exec(guide) ?? []
  const dialect = { ...(JSON.parse(written) as DialectData), origin: service.address }
  return { service, dialect, address: code => `${service.address}/c/${code}` }
}

/** Starts one, on a port of its own. */
export const openStandIn = async (name: (typeof STAND_INS)[number]): Promise<StandIn> => {
  const service = await startStandIn(name, at('examples/public/media'))
  const data = JSON.parse(readFileSync(at(`stand-ins/${name}/dialect.json`), 'utf8')) as DialectData
  const dialect = { ...data, origin: service.address }
  const pattern = dialect.addresses[0] ?? ''
  return { service, dialect, address: code => service.address + pattern.replace('{clip}', code) }
}

export type StandInName = (typeof STAND_INS)[number]

/** The attribute of a player that waits for its service as long as a test does. */
export const PATIENT = `source-timeout="${PATIENCE / 1000}"`

/** Brings the dialects of services to a page behind the library, as a page of classic scripts does. */
export const hostedHead = (standIns: readonly StandIn[]): string =>
  `<script src="/dist/yokewright.hosted.js" defer></script><script type="module">
for (const dialect of ${JSON.stringify(standIns.map(({ dialect }) => dialect))}) yokewright.hosted.defineDialect(dialect)
</script>`

/** Both services, for a file of tests: they run before its first test, and behave well again after each. */
export class BothServices {
  readonly #all = {} as Record<StandInName, StandIn>

  async open(): Promise<void> {
    for (const name of STAND_INS) this.#all[name] = await openStandIn(name)
  }

  of(name: StandInName): StandIn {
    return this.#all[name]
  }

  get head(): string {
    return hostedHead(Object.values(this.#all))
  }

  /** They behave well, and have been asked nothing. */
  reset(): void {
    for (const { service } of Object.values(this.#all)) {
      service.behave(GOOD_CONDUCT)
      service.hangUp()
      service.asked.length = 0
    }
  }

  async close(): Promise<void> {
    for (const { service } of Object.values(this.#all)) await service.close()
  }
}
