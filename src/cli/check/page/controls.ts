import { type PlacedFault, placedError, placedWarning } from '../placed-fault.ts'
import { around, inside, isMedia, type Page, type PageElement, playerOf } from './page.ts'

/** A media with whatever stands around it: its player, or itself. */
interface Played {
  readonly media: PageElement | undefined
  readonly player: PageElement | undefined
  /** Commands that buttons offer for it, without dashes. */
  readonly commands: ReadonlySet<string>
}

const commandOf = (element: PageElement): string => element.attributes.get('command')?.replace(/^--/, '') ?? ''

/** Of more buttons with one aim, the last ones tell what can be done. */
const MOST_BUTTONS = 100

const playedOf = (page: Page): readonly Played[] => {
  const all = page.elements
  const players = all.filter(({ name }) => name === 'yoke-player')
  const bare = all.filter(each => isMedia(each) && !playerOf(each))
  const distantFor = new Map<string, PageElement[]>()
  for (const element of all) {
    const id = element.attributes.get('commandfor')
    if (id !== undefined) distantFor.set(id, [...(distantFor.get(id) ?? []).slice(-MOST_BUTTONS), element])
  }
  const commandsFor = (scope: PageElement): ReadonlySet<string> => {
    const ids = [scope, ...inside(scope)].flatMap(each => each.attributes.get('id') ?? [])
    const own = inside(scope).filter(each => scope.name === 'yoke-player' && playerOf(each) === scope)
    const distant = ids.flatMap(id => distantFor.get(id) ?? [])
    return new Set([...own, ...distant].map(commandOf).filter(Boolean))
  }
  return [
    ...players.map(player => {
      const media = inside(player).find(each => isMedia(each) && playerOf(each) === player)
      return { player, media, commands: commandsFor(player) }
    }),
    ...bare.map(media => ({ player: undefined, media, commands: commandsFor(media) }))
  ]
}

const has = (name: string, ...elements: readonly (PageElement | undefined)[]): boolean =>
  elements.some(element => element?.attributes.has(name))

/** Sound that begins by itself: browsers refuse it. */
const withSound = ({ media, player }: Played): readonly PlacedFault[] => {
  const starting = [media, player].find(each => each?.attributes.has('autoplay'))
  if (!starting || has('muted', media, player) || has('start-when', player)) return []
  return [
    placedError(
      starting.placeOf('autoplay'),
      'start-with-sound',
      'It is to start by itself with sound, and browsers do not let it.',
      starting.name === 'yoke-player'
        ? 'write start-when="at-once", or add muted'
        : 'add muted, or leave the start to a press',
      starting.write('autoplay', '', 'autoplay muted')
    )
  ]
}

/** Whether a preset may bring controls: the player names one, or something around it does. */
const hasPreset = (player: PageElement | undefined): boolean => {
  let holder = player
  while (holder && !holder.attributes.has('preset')) holder = holder.parent
  return Boolean(holder?.attributes.get('preset'))
}

/** WCAG 2.2, 2.2.2: what moves by itself can be paused. */
const withoutPause = ({ media, player, commands }: Played, page: Page): readonly PlacedFault[] => {
  const when = player?.attributes.get('start-when')
  const startsItself = has('autoplay', media, player) || when === 'at-once' || when === 'in-view'
  const starts = startsItself || commands.has('play') || commands.has('restart')
  const pauses = ['pause', 'play-pause', 'stop'].some(command => commands.has(command))
  if (!starts || pauses || has('controls', media, player) || has('backdrop', player) || hasPreset(player)) return []
  // Script may pause what stands alone.
  if (!player && page.scripts.some(script => script.includes('.pause('))) return []
  const element = player ?? media
  if (!element) return []
  const hint = 'add <button type="button" command="--play-pause">'
  return [placedError(element.place, 'start-without-pause', 'It can be started, and not paused.', hint)]
}

/** A picture that shows nothing, and lets nobody begin. */
const bare = ({ media, player, commands }: Played, page: Page): readonly PlacedFault[] => {
  const element = media ?? player
  if (!element || media?.name === 'audio') return []
  const isStarted =
    has('controls', media, player) || has('autoplay', media, player) || has('start-when', player) || commands.size > 0
  const isShown = has('poster', media, player) || has('poster-at', player)
  if (isStarted || isShown || hasPreset(player) || page.scripts.some(script => script.includes('.play('))) return []
  const sentence = 'It has no controls and no poster: a viewer sees a black area, and nothing to press.'
  return [placedError(element.place, 'picture-bare', sentence, 'write controls on it')]
}

/** The browser's controls and one's own: a player takes the browser's away, a media that stands alone does not. */
const twice = ({ media, player, commands }: Played): readonly PlacedFault[] => {
  if (player || !media?.attributes.has('controls') || commands.size === 0) return []
  const sentence = 'It shows the browser’s controls beside your own.'
  return [
    placedWarning(
      media.placeOf('controls'),
      'controls-twice',
      sentence,
      'put <yoke-player> around it: it takes them off when yours are there'
    )
  ]
}

const textOf = (element: PageElement): string => {
  if (element.attributes.get('aria-hidden') === 'true') return ''
  const image = element.name === 'img' ? (element.attributes.get('alt') ?? '') : ''
  return element.children.length === 0
    ? image + element.text
    : image + element.children.map(textOf).join('') + element.text
}

const isControl = (element: PageElement): boolean =>
  (element.name === 'button' && (element.attributes.get('command') ?? '').startsWith('--')) ||
  (['input', 'select'].includes(element.name) && element.attributes.has('data-yoke-value'))

/** Controls that a screen reader cannot name (WCAG 2.2, 4.1.2). */
const nameless = (element: PageElement, labelled: ReadonlySet<string | undefined>): readonly PlacedFault[] => {
  if (!isControl(element)) return []
  const given = ['aria-label', 'aria-labelledby', 'title'].some(name => element.attributes.get(name)?.trim())
  const id = element.attributes.get('id')
  const label = (id && labelled.has(id)) || around(element, ({ name }) => name === 'label')
  const text = element.name === 'button' ? textOf(element) : ''
  const pictured = element.name === 'button' && inside(element).some(each => each.attributes.has('aria-label'))
  if (given || label || text.trim() || pictured) return []
  return [
    placedError(
      element.place,
      'name-missing',
      `The <${element.name}> has no name that a screen reader could say.`,
      'add aria-label'
    )
  ]
}

/** Starts, pauses, and controls that nobody can see, name or press. */
export const checkControls = (page: Page): readonly PlacedFault[] => {
  const labelled = new Set(
    page.elements.filter(({ name }) => name === 'label').map(({ attributes }) => attributes.get('for'))
  )
  return [
    ...playedOf(page).flatMap(played => [
      ...withSound(played),
      ...withoutPause(played, page),
      ...bare(played, page),
      ...twice(played)
    ]),
    ...page.elements.flatMap(element => nameless(element, labelled))
  ]
}
