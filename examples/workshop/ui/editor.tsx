import { Tab, TabList, TabPanel, Tabs } from 'react-aria-components'
import { duplicate } from '../core/workspace.ts'
import { useOpenPreset, useSessionState, useWorkshop } from '../state/hooks.ts'
import { ConductPanel } from './conduct-panel.tsx'
import { LayoutPanel } from './layout-panel.tsx'
import { LookPanel } from './look-panel.tsx'
import { PresetPanel } from './preset-panel.tsx'
import { TakeAwayPanel } from './take-away-panel.tsx'

const PANELS = [
  { id: 'preset', title: 'Preset', Panel: PresetPanel },
  { id: 'layout', title: 'Layout', Panel: LayoutPanel },
  { id: 'look', title: 'Look', Panel: LookPanel },
  { id: 'conduct', title: 'Conduct', Panel: ConductPanel }
] as const

/** Says of a house preset that it stays as it is, and how to go on. */
const Locked = () => {
  const { session } = useWorkshop()
  const { preset, label } = useOpenPreset()
  return (
    <p className="locked">
      <span>House presets never change: pages that name them stay as they are.</span>
      <button
        type="button"
        className="main"
        onClick={() => session.edit('a copy', now => duplicate(now, preset.name, label))}
      >
        Make a copy
      </button>
    </p>
  )
}

/** Everything that a preset says. */
export const Editor = () => {
  const { isLocked, label } = useOpenPreset()
  const { problem } = useSessionState()
  return (
    <section className="editor" aria-label={`Preset ${label}`}>
      {isLocked && <Locked />}
      {problem && (
        <p className="problem" role="alert">
          {problem}
        </p>
      )}
      <Tabs className="tabs">
        <TabList aria-label="What to edit" className="tab-list">
          {PANELS.map(({ id, title }) => (
            <Tab key={id} id={id} className="tab">
              {title}
            </Tab>
          ))}
          <Tab id="take-away" className="tab">
            Take away
          </Tab>
        </TabList>
        {PANELS.map(({ id, Panel }) => (
          <TabPanel key={id} id={id} className="panel">
            <fieldset className="plain" disabled={isLocked}>
              <Panel />
            </fieldset>
          </TabPanel>
        ))}
        <TabPanel id="take-away" className="panel">
          <TakeAwayPanel />
        </TabPanel>
      </Tabs>
    </section>
  )
}
