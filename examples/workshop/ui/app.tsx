import { useEffect, useState } from 'react'
import { I18nProvider } from 'react-aria-components'
import { useSessionState, useWorkshop, type Workshop, WorkshopContext } from '../state/hooks.ts'
import { Conflicts } from './conflicts.tsx'
import { Editor } from './editor.tsx'
import { Header } from './header.tsx'
import { Samples } from './samples.tsx'

/** Keys that hold anywhere, and the guard against leaving what this browser does not keep. */
const usePageKeys = (): void => {
  const { session } = useWorkshop()
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey) return
      const key = event.key.toLowerCase()
      if (key === 's') void session.save()
      else if (key === 'y' || (key === 'z' && event.shiftKey)) session.redo()
      else if (key === 'z') session.undo()
      else return
      event.preventDefault()
    }
    const leave = (event: BeforeUnloadEvent): void => {
      if (session.state.unsaved > 0 && !session.state.isKept) event.preventDefault()
    }
    const back = (): void => void session.refresh()
    addEventListener('keydown', press)
    addEventListener('beforeunload', leave)
    addEventListener('online', back)
    return () => {
      removeEventListener('keydown', press)
      removeEventListener('beforeunload', leave)
      removeEventListener('online', back)
    }
  }, [session])
}

/** How the page stands: the ground, and the direction of its lines. */
export interface Standing {
  readonly isLight: boolean
  readonly isRightToLeft: boolean
}

const useStanding = (): readonly [Standing, (change: Partial<Standing>) => void] => {
  const [standing, setStanding] = useState<Standing>({
    isLight: document.documentElement.classList.contains('day'),
    isRightToLeft: document.documentElement.dir === 'rtl'
  })
  useEffect(() => {
    document.documentElement.classList.toggle('day', standing.isLight)
    document.documentElement.dir = standing.isRightToLeft ? 'rtl' : 'ltr'
  }, [standing])
  return [standing, change => setStanding({ ...standing, ...change })]
}

const Notice = () => {
  const { notice } = useSessionState()
  return (
    <p className="notice" id="notice" role="status">
      {notice}
    </p>
  )
}

const Page = () => {
  const [standing, stand] = useStanding()
  usePageKeys()
  return (
    // The words are English; how arrow keys and drops go follows the direction of the page.
    <I18nProvider locale={standing.isRightToLeft ? 'ar' : 'en'}>
      <Header />
      <Notice />
      <Conflicts />
      <main className="bench">
        <Editor />
        <Samples standing={standing} stand={stand} />
      </main>
    </I18nProvider>
  )
}

/** The whole workshop. */
export const App = (workshop: Workshop) => (
  <WorkshopContext value={workshop}>
    <Page />
  </WorkshopContext>
)
