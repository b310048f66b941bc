import { duplicate } from '../core/workspace.ts'
import { useSessionState, useWorkshop } from '../state/hooks.ts'

/** What somebody else has changed too, and what may become of it. */
export const Conflicts = () => {
  const { session } = useWorkshop()
  const { conflicts } = useSessionState()
  return Object.entries(conflicts).map(([name, theirs]) => (
    <section key={name} className="conflict" aria-label={`Two versions of ${name}`}>
      <p>
        {theirs
          ? `Someone else has changed ${name} as well. Nothing of theirs or of yours is lost.`
          : `Someone else has deleted ${name}, which you have changed.`}
      </p>
      <div className="deeds">
        <button type="button" onClick={() => session.settle(name, 'theirs')}>
          {theirs ? 'Take theirs' : 'Delete mine too'}
        </button>
        {theirs && (
          <button
            type="button"
            onClick={() => {
              session.edit('a copy of mine', now => duplicate(now, name, name))
              session.settle(name, 'theirs')
            }}
          >
            Take theirs, keep mine as a copy
          </button>
        )}
        <button type="button" onClick={() => session.settle(name, 'mine')}>
          Go on with mine
        </button>
      </div>
    </section>
  ))
}
