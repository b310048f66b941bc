/** @jsxImportSource solid-js */
/** What a TypeScript project with Solid sees: compiled, and not run. */
import type {} from '../../src/player/jsx/solid.ts'

export const page = () => (
  <main preset="house:lesson@1">
    <yoke-player id="tide" controls src="spring-tide.webm" hide-after={4} on:yoke-fault={({ fault }) => fault.code}>
      <button type="button" command="--play-pause" commandfor="tide">
        Play
      </button>
    </yoke-player>
    {/* @ts-expect-error: an attribute that there is not */}
    <yoke-player contrls />
  </main>
)
