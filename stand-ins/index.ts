import type { PlainServer } from './plain-server.ts'
import { startPresetServer } from './presets.ts'
import { type ProgressServer, startProgressServer } from './progress.ts'
import { type Service, startStandIn } from './service.ts'

/** The stand-in services that run, by name. */
export type StandIns = Readonly<
  Record<'skerry' | 'lantern', Service> & { presets: PlainServer; progress: ProgressServer }
>

/** Starts them all on loopback, each on a port of its own. @param media the folder of the demo's media. */
export const startStandIns = async (media: string): Promise<StandIns> => {
  const [skerry, lantern, presets, progress] = await Promise.all([
    startStandIn('skerry', media),
    startStandIn('lantern', media),
    startPresetServer(),
    startProgressServer()
  ])
  return { skerry, lantern, presets, progress }
}
