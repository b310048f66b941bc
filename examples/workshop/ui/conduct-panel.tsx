import { useEffect, useState } from 'react'
import type { YokePlayer } from 'yokewright/player'
import { CONDUCT_FIELDS } from '../core/fields.ts'
import { useSessionState } from '../state/hooks.ts'
import { FieldRow } from './field-row.tsx'

/** Which samples pass over which keys of the open preset, in words, by key. */
const usePassedOver = (): ReadonlyMap<string, string> => {
  const { resolved } = useSessionState()
  const [passed, setPassed] = useState<ReadonlyMap<string, string>>(new Map())
  useEffect(() => {
    const names = new Map<string, string[]>()
    for (const player of document.querySelectorAll<YokePlayer>('.samples yoke-player'))
      for (const { key } of player.yoke?.preset?.ignored ?? [])
        if (resolved.settled.has(key))
          names.set(key, [...(names.get(key) ?? []), player.closest('figure')?.dataset.name ?? ''])
    setPassed(new Map([...names].map(([key, who]) => [key, `Passed over by: ${who.join(', ')}.`])))
  }, [resolved])
  return passed
}

/** What players do, each setting with its meaning. */
export const ConductPanel = () => {
  const passed = usePassedOver()
  return CONDUCT_FIELDS.map(({ title, fields }) => (
    <details key={title} className="group" open={title === 'When it starts' || title === 'While it plays'}>
      <summary>{title}</summary>
      {fields.map(field => (
        <FieldRow key={field.key} field={field} passedOver={passed.get(field.key) ?? ''} />
      ))}
    </details>
  ))
}
