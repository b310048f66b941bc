import type { Feature } from '../yoke/yoke-view.ts'
import { sendKept } from './outbox.ts'
import { Reporter } from './reporter.ts'

let isListening = false

/** Tells what was truly watched to whom the setting `report` names. */
export const begin: Feature = yoke => {
  new Reporter(yoke)
  if (isListening) return
  isListening = true
  addEventListener('online', () => void sendKept())
  void sendKept()
}
