import { usePlayer, useYoke } from 'yokewright/react'

const clock = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`

/** The moments of a picture: the one that holds is marked, and each can be gone to. */
export const Moments = ({ id }: { readonly id: string }) => {
  const player = usePlayer(id)
  const moments = useYoke(({ moments: known }) => known?.all ?? [], [], id)
  const current = useYoke(({ moments: known }) => known?.current ?? [], [], id)
  if (moments.length === 0) return <p className="note">This picture has no moments.</p>
  return (
    <ol className="moments">
      {moments.map(moment => (
        <li key={moment.start}>
          <button
            type="button"
            aria-current={current.includes(moment) || undefined}
            onClick={() => player?.yoke.run('seek', moment.start)}
          >
            <time>{clock(moment.start)}</time> {moment.moment.label}
          </button>
        </li>
      ))}
    </ol>
  )
}
