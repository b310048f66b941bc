import type { Presentation } from '../core/playback/plan.ts'

/** One way to show a media elsewhere than in its place: the whole screen, a floating window. */
export interface PresentationPort {
  /** Whether it can be had at this moment. */
  readonly available: boolean
  readonly active: boolean
  /** Resolves when it is so. Rejects where the browser or the viewer refuses. */
  request(): Promise<void>
  /** Resolves when it is over. */
  exit(): Promise<void>
  /** Calls at each change, whoever made it. @returns its stop. */
  observe(changed: () => void): () => void
}

/** Ways to show a media elsewhere, as far as there are any. */
export type Presentations = { readonly [Each in Presentation]?: PresentationPort | undefined }
