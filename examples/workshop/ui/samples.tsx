import { type CSSProperties, cloneElement, memo, type ReactElement, useEffect, useState } from 'react'
import type {} from 'yokewright/jsx'
import type { YokePlayer } from 'yokewright/player'
import { useSessionState, useWorkshop } from '../state/hooks.ts'
import type { Services } from '../state/services.ts'
import type { Standing } from './app.tsx'

/** A player of a film of the station. */
const film = (title: string, name: string, [width, height]: readonly [number, number], captions?: string) => (
  <yoke-player
    clip-title={title}
    src={`../media/${name}.webm`}
    width={width}
    height={height}
    poster={`../media/${name}.jpg`}
  >
    {captions && <track kind="captions" srcLang="en" label="English" src={captions} />}
  </yoke-player>
)

const WIDE = film('Spring tide at the quay', 'spring-tide', [1280, 720], '../media/spring-tide.en.vtt')
const NARROW = film('Reading the tide board', 'tide-board', [1280, 720])
const UPRIGHT = film('The lock gate', 'lock-gate', [360, 640])
const SOUND = <yoke-player clip-title="Bell buoy" src="../media/bell-buoy.m4a" />

interface Sample {
  readonly id: string
  readonly name: string
  readonly player: ReactElement<{ readonly controls?: boolean }>
}

const hosted = (id: string, name: string, title: string, address: string | undefined): readonly Sample[] =>
  address === undefined
    ? []
    : [
        {
          id,
          name,
          player: (
            <yoke-player clip-title={title} src={address} width={1280} height={720} poster="../media/spring-tide.jpg" />
          )
        }
      ]

const samplesOf = ({ skerry, lantern }: Services): readonly Sample[] => [
  { id: 'wide', name: 'Wide', player: WIDE },
  { id: 'upright', name: 'Upright', player: UPRIGHT },
  { id: 'narrow', name: 'Narrow', player: NARROW },
  { id: 'sound', name: 'Sound', player: SOUND },
  ...hosted('skerry', 'Skerry', 'Spring tide, from a service', skerry && `${skerry}/see/st60`),
  ...hosted('lantern', 'Lantern', 'Spring tide, from another', lantern && `${lantern}/watch/st60`)
]

/** What each sample passes over, told when the preset changes. */
const usePassedOver = (id: string): string => {
  const { resolved } = useSessionState()
  const [words, setWords] = useState('')
  useEffect(() => {
    const player = document.querySelector<YokePlayer>(`#sample-${id} yoke-player`)
    const keys = (player?.yoke?.preset?.ignored ?? []).flatMap(({ key }) => (resolved.settled.has(key) ? key : []))
    setWords(keys.length > 0 ? `Passes over ${keys.join(', ')}` : '')
  }, [id, resolved])
  return words
}

/** A player never drawn anew: the preset changes it, and nothing else does. */
const Player = memo(({ sample, controls }: { readonly sample: Sample; readonly controls: boolean }) =>
  cloneElement(sample.player, controls ? { controls } : {})
)

const Figure = ({ sample, style }: { readonly sample: Sample; readonly style?: CSSProperties }) => {
  const { resolved } = useSessionState()
  const passed = usePassedOver(sample.id)
  return (
    <figure id={`sample-${sample.id}`} className={`sample ${sample.id}`} data-name={sample.name} style={style}>
      {/* Where the preset says nothing of controls, a page asks for them: a look is seen on something. */}
      <Player sample={sample} controls={!resolved.settled.has('controls')} />
      <figcaption>
        {sample.name} {passed && <em>{passed}</em>}
      </figcaption>
    </figure>
  )
}

const ALL = 'all'
const NARROW_PAGE = '(max-width: 60rem)'

/** Players that are linked to the open preset. */
export const Samples = ({
  standing,
  stand
}: {
  readonly standing: Standing
  readonly stand: (change: Partial<Standing>) => void
}) => {
  const { services } = useWorkshop()
  const { workspace } = useSessionState()
  const samples = samplesOf(services)
  const [shown, setShown] = useState(matchMedia(NARROW_PAGE).matches ? 'wide' : ALL)
  const [width, setWidth] = useState(100)
  return (
    <section className="samples" aria-label="Players with this preset">
      <div className="tools">
        <label>
          <span>Show</span>
          <select value={shown} onChange={({ target }) => setShown(target.value)}>
            <option value={ALL}>all players</option>
            {samples.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
        <label>
          <span>Width</span>
          <input
            type="range"
            min={25}
            max={100}
            value={width}
            onChange={({ target }) => setWidth(target.valueAsNumber)}
          />
        </label>
        <label>
          <input
            type="checkbox"
            checked={standing.isLight}
            onChange={({ target }) => stand({ isLight: target.checked })}
          />
          <span>Light page</span>
        </label>
        <label>
          <input
            type="checkbox"
            checked={standing.isRightToLeft}
            onChange={({ target }) => stand({ isRightToLeft: target.checked })}
          />
          <span>Right to left</span>
        </label>
      </div>
      <div
        className="stage"
        data-shown={shown}
        preset={workspace.open}
        style={{ '--width': `${width}%` } as CSSProperties}
      >
        {samples
          .filter(({ id }) => shown === ALL || shown === id)
          .map(sample => (
            <Figure key={sample.id} sample={sample} />
          ))}
      </div>
      {!services.skerry && (
        <p className="note">
          Two video services are among the players when the station runs by <code>npm run demo</code>.
        </p>
      )}
    </section>
  )
}
