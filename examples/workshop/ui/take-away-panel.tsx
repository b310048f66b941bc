import { useId, useRef, useState } from 'react'
import type { Preset } from 'yokewright/presets'
import { asCss, asJson, asPage, type Film, readPresets } from '../core/take-away.ts'
import { takeIn } from '../core/workspace.ts'
import { useOpenPreset, useSessionState, useWorkshop } from '../state/hooks.ts'
import { palettesOf } from './look-colours.ts'
import { useLook } from './look-panel.tsx'

const FILM: Film = {
  src: 'spring-tide.webm',
  poster: 'spring-tide.jpg',
  captions: 'spring-tide.en.vtt',
  title: 'Spring tide at the quay',
  width: 1280,
  height: 720
}

const FILM_FIELDS: readonly (readonly [key: 'src' | 'poster' | 'captions' | 'title', label: string])[] = [
  ['src', 'Your film'],
  ['poster', 'Its poster'],
  ['captions', 'Its captions'],
  ['title', 'Its title']
]

/** A text to take away: to copy, or as a file. */
const TakeAway = ({
  title,
  text,
  file,
  type
}: {
  readonly title: string
  readonly text: string
  readonly file: string
  readonly type: string
}) => {
  const { session } = useWorkshop()
  const id = useId()
  const copy = async (): Promise<void> => {
    try {
      await navigator.clipboard.writeText(text)
      session.say(`${title} is on the clipboard.`)
    } catch {
      session.say('This browser lets no page write to the clipboard: choose the text and copy it.')
    }
  }
  return (
    <section className="text">
      <div className="head">
        <label htmlFor={id}>{title}</label>
        <div className="deeds">
          <button type="button" onClick={() => void copy()}>
            Copy<span className="unseen"> {title}</span>
          </button>
          <a className="button" download={file} href={`data:${type};charset=utf-8,${encodeURIComponent(text)}`}>
            Save {file}
          </a>
        </div>
      </div>
      <textarea id={id} readOnly spellCheck={false} value={text} rows={Math.min(14, text.split('\n').length)} />
    </section>
  )
}

/** Presets from elsewhere: pasted, or from files. */
const BringIn = () => {
  const { session } = useWorkshop()
  const [text, setText] = useState('')
  const [problem, setProblem] = useState('')
  const files = useRef<HTMLInputElement>(null)
  const take = (written: string): void => {
    const read = readPresets(written)
    setProblem('problem' in read ? read.problem : '')
    if ('problem' in read) return
    session.edit(`${read.presets.map(({ name }: Preset) => name).join(', ')} brought in`, now =>
      takeIn(now, read.presets)
    )
    setText('')
  }
  return (
    <section className="text">
      <div className="head">
        <label htmlFor="bring-in">Bring in a preset as JSON</label>
        <div className="deeds">
          <button type="button" disabled={text.trim() === ''} onClick={() => take(text)}>
            Bring in
          </button>
          <label className="button">
            From a file
            <input
              ref={files}
              className="unseen"
              type="file"
              accept=".json,application/json"
              onChange={async ({ target }) => {
                const [file] = target.files ?? []
                if (file) take(await file.text())
                target.value = ''
              }}
            />
          </label>
        </div>
      </div>
      <textarea
        id="bring-in"
        spellCheck={false}
        rows={4}
        value={text}
        onChange={({ target }) => setText(target.value)}
      />
      {problem && (
        <p className="problem" role="alert">
          {problem}
        </p>
      )}
    </section>
  )
}

/** The preset as a page, as a document, as CSS; and presets from elsewhere. */
export const TakeAwayPanel = () => {
  const { workspace, resolved } = useSessionState()
  const { preset } = useOpenPreset()
  const look = useLook()
  const [film, setFilm] = useState(FILM)
  const name = preset.name.replace(':', '-').replace('@', '-')
  return (
    <>
      <p className="note">
        A page that shows your player: put it beside the files of <code>node_modules/yokewright/dist</code> that it
        names, and open it.
      </p>
      <div className="fields">
        {FILM_FIELDS.map(([key, label]) => (
          <label key={key} className="field">
            <span>{label}</span>
            <input
              value={film[key]}
              spellCheck={false}
              onChange={({ target }) => setFilm({ ...film, [key]: target.value })}
            />
          </label>
        ))}
      </div>
      <TakeAway
        title="HTML"
        text={asPage(workspace, preset.name, film, !resolved.settled.has('controls'))}
        file={`${name}.html`}
        type="text/html"
      />
      <TakeAway title="JSON" text={asJson(workspace, preset.name)} file={`${name}.json`} type="application/json" />
      <TakeAway title="CSS" text={asCss(look, palettesOf(look))} file={`${name}.css`} type="text/css" />
      <BringIn />
    </>
  )
}
