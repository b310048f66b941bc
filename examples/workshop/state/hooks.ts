import { createContext, useContext, useSyncExternalStore } from 'react'
import type { Preset } from 'yokewright/presets'
import { isHouse, labelOf, openPreset } from '../core/workspace.ts'
import type { Services } from './services.ts'
import type { Session, SessionState } from './session.ts'

/** What all of the workshop is about. */
export interface Workshop {
  readonly session: Session
  readonly services: Services
  /** The presets of the library. */
  readonly house: readonly Preset[]
}

export const WorkshopContext = createContext<Workshop | undefined>(undefined)

export const useWorkshop = (): Workshop => {
  const workshop = useContext(WorkshopContext)
  if (!workshop) throw new Error('a piece of the workshop stands outside of it')
  return workshop
}

/** What the session has now; drawn again when that changes. */
export const useSessionState = (): SessionState => {
  const { session } = useWorkshop()
  return useSyncExternalStore(session.subscribe, () => session.state)
}

/** The open preset, one's own or of the library. */
export interface OpenPreset {
  readonly preset: Preset
  readonly label: string
  /** It is the library's: nobody can change it. */
  readonly isLocked: boolean
}

export const useOpenPreset = (): OpenPreset => {
  const { house } = useWorkshop()
  const { workspace } = useSessionState()
  const preset = openPreset(workspace) ?? house.find(({ name }) => name === workspace.open) ?? { name: workspace.open }
  return { preset, label: labelOf(preset), isLocked: isHouse(workspace.open) }
}
