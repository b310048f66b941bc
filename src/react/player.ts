import {
  createElement,
  type ForwardedRef,
  type ForwardRefExoticComponent,
  forwardRef,
  type HTMLAttributes,
  type ReactElement,
  type ReactNode,
  type RefAttributes,
  useImperativeHandle,
  useRef,
  useState
} from 'react'
import type { WrittenLayout } from '../core/layout/layouts.ts'
import type { UnheardEvents } from '../player/jsx/react.ts'
import type { YokePlayer } from '../player/yoke-player.ts'
import type { YokeSettings } from '../wiring/settings/settings.ts'
import { type EventProps, useEvents } from './events.ts'
import { useBeforePaint, useHydrated } from './hydrated.ts'
import { type LiveProps, useLive } from './live.ts'
import { filesOf, mediaMarkup, type PlayedProps, sourcesOf } from './markup.ts'
import { Around, createStage, type Stage, stageNamed, useStage, WAIT } from './stage.ts'

type ElementProps = Omit<
  HTMLAttributes<YokePlayer>,
  UnheardEvents | 'children' | 'title' | keyof LiveProps | keyof EventProps | `default${string}`
>

export interface PlayerProps extends ElementProps, PlayedProps, LiveProps, EventProps {
  /** Draws the ready-made controls. */
  readonly controls?: boolean | undefined
  readonly layouts?: readonly WrittenLayout[] | undefined
  /** What plays, in words. */
  readonly clipTitle?: string | undefined
  /** The address of a playlist, or the list itself as `yokewright/playlist.schema.json` has it. */
  readonly playlist?: string | object | undefined
  /** The name of a preset: see `yokewright/presets`. */
  readonly preset?: string | undefined
  /** Everything else that can be set, by the names that `configure` has. It may be another object at each drawing. */
  readonly settings?: YokeSettings | undefined
  readonly children?: ReactNode
}

/** Properties by which a page holds something of a player, or hears what its media tells: it cannot rest then. */
const AWAKE = /^(default.+|on(Ready|Start|Pause|Ended|.+Change)|playing|volume|muted|playbackRate|loop|captions)$/

/** The attributes of the element. */
const attributesOf = (props: PlayerProps, media: ReactElement | undefined): object => {
  const { settings, layouts, sources, playlist, clipTitle, className, controls, ...others } = props
  const { clip: _, onFault, onCommand, ...written } = others
  const said = JSON.stringify({ layouts, sources: media ? undefined : sources, ...settings })
  return {
    ...Object.fromEntries(Object.entries(written).filter(([name]) => !AWAKE.test(name))),
    // The media says so itself, and keeps its place by it.
    ...(media && { src: undefined, poster: undefined, width: undefined, height: undefined }),
    // Not every React calls it by its name where the element is the page's own.
    class: className,
    controls: controls || undefined,
    'clip-title': clipTitle,
    playlist: typeof playlist === 'object' ? JSON.stringify(playlist) : playlist,
    settings: said === '{}' ? undefined : said
  }
}

/** The player of a stage, from when React has taken its markup over. */
const usePlayerOn = (
  stage: Stage,
  id: string | undefined,
  isHydrated: boolean,
  element: { readonly current: YokePlayer | null }
): YokePlayer | undefined => {
  useBeforePaint(() => {
    const player = element.current
    if (!player || !isHydrated) return undefined
    if (player.hasAttribute(WAIT)) {
      player.removeAttribute(WAIT)
      player.connectedCallback()
    }
    const set = (now?: YokePlayer): void => {
      stage.set(now)
      if (id) stageNamed(id).set(now)
    }
    set(player)
    return () => set()
  }, [isHydrated, id, stage, element])
  return useStage(stage)
}

/**
 * `<yoke-player>` for React. On a server it is markup that plays without script; in a browser it comes to life once React has
 * taken that markup over. What viewers change may be held (`volume`), begun with (`defaultVolume`) and heard
 * (`onVolumeChange`), each by itself. The ref is to the element.
 */
export const Player: ForwardRefExoticComponent<PlayerProps & RefAttributes<YokePlayer>> = forwardRef(function Player(
  props: PlayerProps,
  ref: ForwardedRef<YokePlayer>
): ReactElement {
  const { children, clip, id, poster, width, height } = props
  const said = { sources: sourcesOf(props), poster }
  const element = useRef<YokePlayer>(null)
  const isHydrated = useHydrated()
  const [stage] = useState(() => createStage())
  // Written once: the player has taken it over, and what comes next is told to the player.
  const [written] = useState(() => ({
    props,
    waits: isHydrated ? undefined : '',
    // What is no file is not in the markup.
    said: filesOf(props).length < said.sources.length ? undefined : said
  }))
  const media = mediaMarkup({ ...written.props, width, height })
  const player = usePlayerOn(stage, id, isHydrated, element)
  useImperativeHandle(ref, () => element.current as YokePlayer, [])
  useBeforePaint(() => {
    if (!player || !(clip || player.clip)) return
    const { sources: _, ...others } = clip ?? {}
    // What the markup plays is not loaded again.
    player.clip = clip && mediaMarkup(written.props) ? others : clip
  }, [player, clip, written])
  useBeforePaint(() => {
    if (!player || !media) return
    const { said: before } = written
    written.said = said
    // Another source plays on at the same rate, if the one before did.
    for (const name of ['sources', 'poster'] as const)
      if (JSON.stringify(said[name]) !== JSON.stringify(before?.[name])) player.yoke.configure({ [name]: said[name] })
  })
  const isAwake = useRef(false)
  isAwake.current ||= Object.entries(props).some(([name, value]) => value !== undefined && AWAKE.test(name))
  useLive(isAwake.current ? player : undefined, props)
  useEvents(player, props, isAwake.current)
  return createElement(
    Around.Provider,
    { value: stage },
    createElement(
      'yoke-player',
      { ...attributesOf(props, media), ref: element, [WAIT]: written.waits },
      media,
      children
    )
  )
})
