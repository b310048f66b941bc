import { existsSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { type StreamOrigin, startStreamOrigin } from './origin/index.ts'
import type { PlainServer } from './plain-server.ts'
import { startPresetServer } from './presets.ts'
import { type ProgressServer, startProgressServer } from './progress.ts'
import { type Service, startStandIn } from './service.ts'

/** The stand-in services that run, by name. */
export type StandIns = Readonly<
  Record<'skerry' | 'lantern', Service> & {
    presets: PlainServer
    progress: ProgressServer
    /** Absent where its media is: the package comes without. */
    origin?: StreamOrigin
  }
>

/** Starts them all on loopback, each on a port of its own. @param media the folder of the demo's media. */
export const startStandIns = async (media: string): Promise<StandIns> => {
  const segments = fileURLToPath(new URL('./origin/media/', import.meta.url))
  const [skerry, lantern, presets, progress, origin] = await Promise.all([
    startStandIn('skerry', media),
    startStandIn('lantern', media),
    startPresetServer(),
    startProgressServer(),
    existsSync(segments) ? startStreamOrigin(media, segments) : undefined
  ])
  return { skerry, lantern, presets, progress, ...(origin && { origin }) }
}
