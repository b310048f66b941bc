import './page-types.ts'
import type { Person } from './person.ts'

export const CLIP = '<video muted playsinline preload="auto" width="640" height="360" src="/media/spring-tide.webm">'

/** Players with a caption file of their own, and their commands. `person` is asked for with each call. */
export const captionsView = (person: () => Person) => {
  const mount = async (vtt: string, { player = '', inside = '', beside = '', style = '' } = {}): Promise<void> => {
    person().server.page('/view.vtt', `WEBVTT\n\n${vtt}\n`, { 'content-type': 'text/vtt' })
    await person().page.run(() => {
      try {
        localStorage.clear()
      } catch {}
    })
    await person().mount(
      `<style>body { margin: 0 } yoke-player { width: 640px } video { width: 640px; height: 360px } ${style}</style><yoke-player id="p" ${player}>${CLIP}<track default srclang="en" label="English" src="/view.vtt"></video>${inside}</yoke-player>${beside}`
    )
    await person().until('data', () => (document.querySelector('yoke-player')?.readyState ?? 0) >= 2)
  }

  const run = (command: string, value?: string): Promise<unknown> =>
    person().page.run(
      (name: string, given: string | null) => document.querySelector('yoke-player')?.yoke.run(name, given ?? undefined),
      command,
      value ?? null
    )

  return { mount, run }
}
