import { useMemo } from 'react'
import { usePlayer, useYoke } from 'yokewright/react'
import { heightAt, type Picture } from './pictures.ts'

const WIDE = 600
const HIGH = 160
/** Metres at the top of the plot. */
const HIGHEST = 6
const yOf = (metres: number): number => HIGH - (metres / HIGHEST) * HIGH

/** The curve of a picture, in the plot's own units. */
const lineOf = (picture: Picture): string =>
  Array.from({ length: 61 }, (_, index) => {
    const part = index / 60
    return `${part * WIDE},${yOf(heightAt(picture, part)).toFixed(1)}`
  }).join(' ')

/** The water over the clip, with a line where it is: drawn by React as often as the picture moves. */
export const Chart = ({ picture }: { readonly picture: Picture }) => {
  const { id } = picture
  const player = usePlayer(id)
  const part = useYoke(({ measures }) => measures.position, 0, id)
  const metres = heightAt(picture, part).toFixed(2)
  const line = useMemo(() => lineOf(picture), [picture])
  return (
    <figure className="chart">
      <div className="plot">
        <svg viewBox={`0 0 ${WIDE} ${HIGH}`} preserveAspectRatio="none" aria-hidden="true">
          {[1, 2, 3, 4, 5].map(metre => (
            <line key={metre} className="grid" x1={0} x2={WIDE} y1={yOf(metre)} y2={yOf(metre)} />
          ))}
          <polygon className="water" points={`0,${HIGH} ${line} ${WIDE},${HIGH}`} />
          <polyline className="level" points={line} />
          <line className="now" x1={part * WIDE} x2={part * WIDE} y1={0} y2={HIGH} />
        </svg>
        <input
          type="range"
          min={0}
          max={100}
          step={0.1}
          value={part * 100}
          aria-label="Place in the clip"
          aria-valuetext={`${metres} metres`}
          onChange={({ target }) => player?.yoke.run('seek', `${target.value}%`)}
        />
      </div>
      <figcaption>
        Water <strong>{metres} m</strong>
      </figcaption>
    </figure>
  )
}
