import { dialectOf } from '../../core/hosted/addresses.ts'
import type { DialectData } from '../../core/hosted/dialect.ts'
import { suffixOf } from '../../core/sources/file-types.ts'
import { counted } from '../files.ts'
import { print } from '../print.ts'
import { policyFor, servingOf } from '../serving.ts'
import type { MadeFile } from './write-folder.ts'

/** What has been made. */
export interface Report {
  readonly folder: string
  readonly page: string
  readonly files: readonly MadeFile[]
  /** Addresses that are loaded from elsewhere. */
  readonly elsewhere: readonly string[]
  /** The services that show the clip. */
  readonly services: readonly DialectData[]
  /** It is known where the page will be. */
  readonly isKnown: boolean
  readonly hasStreams: boolean
  /** Streams lie beside it: scripts read them, and none may read files of a disk. */
  readonly needsServer: boolean
}

const sizeText = (bytes: number): string =>
  bytes < 1e6 ? `${Math.max(1, Math.round(bytes / 1000))} kB` : `${(bytes / 1e6).toFixed(1)} MB`

const bytesOf = (files: readonly MadeFile[]): number => files.reduce((sum, { bytes }) => sum + bytes, 0)

/** Says what was made, what is to be uploaded and how it is to be served. */
export const printReport = (
  { folder, page, files, elsewhere, services, isKnown, hasStreams, needsServer }: Report,
  isForMachines: boolean
): void => {
  const policy = policyFor({ services, streams: hasStreams })
  const serving = servingOf(files.map(({ name }) => name))
  if (isForMachines) {
    console.log(JSON.stringify({ page, files, elsewhere, serving, policy }, null, 2))
    return
  }
  const folders = new Set(files.flatMap(({ name }) => /^.*?\//.exec(name) ?? []))
  const rows = [
    ...files.filter(({ name }) => !name.includes('/')).map(({ name, bytes }) => [name, sizeText(bytes)] as const),
    ...[...folders].map(name => {
      const inside = files.filter(file => file.name.startsWith(name))
      return [name, `${sizeText(bytesOf(inside))} in ${counted(inside.length, 'file')}`] as const
    })
  ]
  const width = Math.max(...rows.map(([name]) => name.length))
  print(
    needsServer
      ? `${page} is made. Open it by a server: no page that comes from a disk may read a stream.`
      : `${page} is made, and opens by a double click.`
  )
  print('')
  for (const [name, size] of rows) print(`  ${name.padEnd(width)}  ${size}`)
  print('')
  print(`Upload the folder ${folder} as it is. The server has to answer with these types:`)
  print('')
  for (const { suffix, type, ranges } of serving)
    print(`  .${suffix.padEnd(5)} ${type}${ranges ? ', and with parts of it when asked (Range, 206)' : ''}`)
  print('')
  print(`It works under: Content-Security-Policy: ${policy}`)
  for (const address of elsewhere) {
    const service = dialectOf(services, address)
    if (service) print(`Played by ${service.name}, which is asked for nothing before a press: ${address}`)
    else if (suffixOf(address) === '')
      print(`A media file, or a clip of a service? For a service say what it is like by --dialect FILE: ${address}`)
    else print(`Loaded from elsewhere, which the policy must then name: ${address}`)
  }
  if (!isKnown)
    print('Search engines and cards are told no addresses: say --base https://… once you know where it will be.')
}
