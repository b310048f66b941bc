import type { Fault } from '../../core/fault.ts'
import { isBeingMade } from '../../loading/made-here.ts'
import { definePart, use } from '../../loading/part.ts'
import { yokeAround, yokeOfTarget } from '../scope/registry.ts'
import { reportAt } from '../yoke/events.ts'

const CHECKS = definePart(() => import('./page-checks.ts'))

/** How long after its load a page is left to put itself together, in milliseconds. */
const SETTLING = 3000

let isScheduled = false

const look = (): void => {
  if (!isBeingMade()) return
  const host = {
    raise: (reason: Fault) => {
      // The next player tries again.
      isScheduled = false
      reportAt(document.documentElement, reason)
    }
  }
  use(CHECKS, host, ({ checkPage }) => {
    for (const { element, fault } of checkPage(document, { around: yokeAround, of: yokeOfTarget }))
      reportAt(element, fault)
  })
}

/**
 * Looks once, after the page has settled, for what nothing else tells: names that nothing answers to, attributes that are
 * misspelt. On this machine alone; `<html data-yoke-checks="on">` has it done anywhere, and `off` nowhere.
 */
export const scheduleChecks = (): void => {
  if (isScheduled || !globalThis.document?.documentElement || !isBeingMade()) return
  isScheduled = true
  const wait = (): void => {
    setTimeout(() => (globalThis.requestIdleCallback ?? setTimeout)(look), SETTLING)
  }
  if (document.readyState === 'complete') wait()
  else globalThis.addEventListener('load', wait, { once: true })
}
