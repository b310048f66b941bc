import { Player, Value, When } from 'yokewright/react'
import { change, note, useDesk } from './desk.ts'
import { addressOf, PICTURES, type Picture } from './pictures.ts'

/** One picture: what the desk holds goes in, what a viewer does comes out. */
const Screen = ({ id, title, file, width, height, moments }: Picture) => {
  const { playing, muted, rate, shown } = useDesk(desk => desk)
  return (
    <figure className="screen" data-shown={id === shown ? '' : undefined}>
      <Player
        id={id}
        src={addressOf(`${file}.webm`)}
        poster={addressOf(`${file}.jpg`)}
        width={width}
        height={height}
        clipTitle={title}
        controls
        layouts={[{ rows: [['seek-bar'], ['play-pause', 'clock', 'gap', 'muted', 'fullscreen']] }]}
        settings={{ moments, playbackRates: [0.5, 1, 1.5, 2] }}
        loop
        playing={playing}
        onPlayingChange={now => change({ playing: now })}
        muted={muted}
        onMutedChange={now => change({ muted: now })}
        playbackRate={rate}
        onPlaybackRateChange={now => change({ rate: now })}
        onStart={() => note(`${title}: plays`)}
        onCommand={({ command, source }) => source && note(`${title}: ${command}`)}
        onFault={fault => note(`${title}: ${fault.message}`)}
      />
      <figcaption>
        <button type="button" aria-pressed={id === shown} onClick={() => change({ shown: id })}>
          {title}
        </button>
        <span className="state">
          <When state="playing" for={id} hidden>
            playing
          </When>
          <When state="waiting" for={id} hidden>
            waiting
          </When>
          <When state="paused" for={id}>
            paused
          </When>{' '}
          <Value of="remaining-time" for={id}>
            –:––
          </Value>{' '}
          left
        </span>
      </figcaption>
    </figure>
  )
}

/** All pictures of the station. */
export const Wall = () => (
  <section className="wall" aria-label="Pictures">
    {PICTURES.map(picture => (
      <Screen key={picture.id} {...picture} />
    ))}
  </section>
)
