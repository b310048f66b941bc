import type { Feature } from '../yoke/yoke-view.ts'
import { sendKept } from './outbox.ts'
import { Reporter } from './reporter.ts'

/** Tells what was truly watched to whom the setting `report` names. */
export const begin: Feature = (yoke, signal) => {
  new Reporter(yoke)
  addEventListener('online', () => void sendKept(), { signal })
  void sendKept()
}
