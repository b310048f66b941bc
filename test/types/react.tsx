/** What a TypeScript project with React sees: compiled, and not run. */
import type {} from '../../src/player/jsx.ts'

export const page = (
  <main>
    <yoke-player id="tide" controls src="spring-tide.webm" hide-after={4} start-when="in-view" clip-title="Spring tide">
      <button type="button" command="--play-pause" commandfor="tide">
        Play
      </button>
    </yoke-player>
    {/* @ts-expect-error: an attribute that there is not */}
    <yoke-player contrls />
    {/* @ts-expect-error: an element that there is not */}
    <yoke-plyer />
  </main>
)
