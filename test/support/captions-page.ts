import './page-types.ts'
import type { Person } from './person.ts'

/** Caption files of a test page, players with them, and what they show. `person` is asked for with each call. */
export const captionsOf = (person: () => Person) => {
  const file = (name: string, cues: string): string =>
    person().server.page(`/captions/${name}.vtt`, `WEBVTT\n\n${cues}\n`, { 'content-type': 'text/vtt' })

  const track = (name: string, more = 'kind="captions" srclang="en" label="English"'): string =>
    `<track src="/captions/${name}.vtt" ${more}>`
  const EN = track('plain')
  const FR = track('other', 'kind="subtitles" srclang="fr" label="Français"')

  const mount = async (tracks: string, { player = '', beside = '' } = {}): Promise<void> => {
    await person().page.run(() => {
      try {
        localStorage.clear()
      } catch {}
    })
    await again(tracks, { player, beside })
  }

  const again = async (tracks: string, { player = '', beside = '' } = {}): Promise<void> => {
    await person().mount(
      `<yoke-player id="p" ${player}><video muted playsinline preload="auto" width="600" height="600" src="/media/tide-clock.webm">${tracks}</video>${beside}</yoke-player>`
    )
    await person().until('data', () => (document.querySelector('yoke-player')?.readyState ?? 0) >= 2)
  }

  const run = (command: string, value?: string): Promise<unknown> =>
    person().page.run(
      (name: string, given: string | null) => document.querySelector('yoke-player')?.yoke.run(name, given ?? undefined),
      command,
      value ?? null
    )

  /** What stands in the caption area, in the order of the cues. */
  const shows = (text: string): Promise<void> =>
    person().until(
      `the captions “${text}”`,
      (wanted: string) => {
        const player = document.querySelector('yoke-player')
        const area = player?.shadowRoot?.querySelector('.yoke-captions') ?? document.querySelector('.yoke-captions')
        return [...(area?.querySelectorAll('.yoke-cue') ?? [])].map(cue => cue.textContent).join(' | ') === wanted
      },
      text
    )

  const seek = async (seconds: number): Promise<void> => {
    await run('seek', String(seconds))
  }

  /** The files that the tracks name. */
  const putFiles = (): void => {
    file(
      'plain',
      '00:00.000 --> 00:02.000\nfirst\n\n00:02.000 --> 00:04.000\n<v Mara>second</v>\n\n00:06.000 --> 00:11.000\nthird <00:07.000>and <00:08.000>last'
    )
    file('other', '00:00.000 --> 00:12.000\nother')
    file('chapters', '00:00.000 --> 00:05.000\nFlood\n\n00:05.000 --> 00:12.000\nEbb')
  }

  return { putFiles, file, track, EN, FR, mount, again, run, shows, seek }
}
