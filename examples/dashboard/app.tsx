import { Chart } from './chart.tsx'
import { change, useDesk } from './desk.ts'
import { Moments } from './moments.tsx'
import { PICTURES } from './pictures.ts'
import { Wall } from './wall.tsx'

const RATES = [0.5, 1, 1.5, 2]

/** What holds for all pictures: plain fields over the desk's state. */
const Controls = () => {
  const { playing, muted, rate } = useDesk(desk => desk)
  return (
    <div className="tools" role="toolbar" aria-label="All pictures">
      <button type="button" className="main" onClick={() => change({ playing: !playing })}>
        {playing ? 'Pause all' : 'Play all'}
      </button>
      <label>
        <input type="checkbox" checked={muted} onChange={({ target }) => change({ muted: target.checked })} /> Muted
      </label>
      <label>
        Speed{' '}
        <select value={rate} onChange={({ target }) => change({ rate: Number(target.value) })}>
          {RATES.map(each => (
            <option key={each} value={each}>
              {each}×
            </option>
          ))}
        </select>
      </label>
    </div>
  )
}

const Log = () => {
  const log = useDesk(desk => desk.log)
  return (
    <section className="card log" aria-labelledby="log-title">
      <h2 id="log-title">Log</h2>
      <ol aria-live="polite">
        {log.length === 0 && <li>Nothing has happened yet.</li>}
        {log.map(({ id, text }) => (
          <li key={id}>{text}</li>
        ))}
      </ol>
    </section>
  )
}

const Detail = () => {
  const shown = useDesk(desk => desk.shown)
  const picture = PICTURES.find(({ id }) => id === shown)
  if (!picture) return null
  return (
    <section className="card detail" aria-labelledby="detail-title">
      <h2 id="detail-title">{picture.title}</h2>
      <Chart picture={picture} />
      <Moments id={picture.id} />
    </section>
  )
}

/** The whole dashboard. */
export const App = () => (
  <main>
    <header>
      <a className="back" href="../index.html">
        ← Tern Quay Tide Station
      </a>
      <h1>Station dashboard</h1>
      <p>
        Four pictures, one desk: React holds whether they play, how fast and whether they are heard. What a viewer
        changes in one of them comes back to the desk.
      </p>
    </header>
    <Controls />
    <Wall />
    <div className="below">
      <Detail />
      <Log />
    </div>
  </main>
)
