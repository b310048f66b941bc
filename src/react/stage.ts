import { createContext, useSyncExternalStore } from 'react'
import type { YokePlayer } from '../player/yoke-player.ts'
import { nothing } from './hydrated.ts'

/** Where a player of the page comes and goes: there is one, or none yet. */
export interface Stage {
  get(): YokePlayer | undefined
  set(player: YokePlayer | undefined): void
  subscribe(listener: () => void): () => void
}

/** @param used called with something truthy where there is a player, or someone waits for one. */
export const createStage = (used?: (isUsed: unknown) => void): Stage => {
  let player: YokePlayer | undefined
  const listeners = new Set<() => void>()
  const changed = (): void => used?.(player || listeners.size)
  return {
    get: () => player,
    set(next) {
      player = next
      changed()
      for (const listener of listeners) listener()
    },
    subscribe(listener) {
      listeners.add(listener)
      changed()
      return () => {
        listeners.delete(listener)
        changed()
      }
    }
  }
}

/** Stages by the ids of their players, also of players that are still to come. */
const named = new Map<string, Stage>()

/** The stage of an id. It is forgotten once nobody needs it. */
export const stageNamed = (id: string): Stage => {
  const stage = named.get(id) ?? createStage(isUsed => (isUsed ? named.set(id, stage) : named.delete(id)))
  named.set(id, stage)
  return stage
}

/** The stage of the player around; elsewhere one that stays empty. */
export const Around = createContext(createStage())

/** Who is on a stage; drawn again when somebody else is. */
export const useStage = (stage: Stage): YokePlayer | undefined =>
  useSyncExternalStore(stage.subscribe, stage.get, nothing)

/** What a server has written does nothing while it is there. */
export const WAIT = 'data-yoke-wait'
