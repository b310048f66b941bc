import type { PlayerFeature } from '../player-view.ts'

const holdsFiles = ({ dataTransfer }: DragEvent): boolean => dataTransfer?.types.includes('Files') ?? false

/** Files that are dropped on a player are what it plays, in place of all other sources: of several, the first that truly plays. */
export const begin: PlayerFeature = ({ element, yoke }, signal) => {
  const isOn = (): boolean => yoke.settings.dropFiles
  const show = (fileOver: boolean): void => yoke.setContext({ fileOver })
  const listen = (type: 'dragenter' | 'dragover' | 'dragleave' | 'drop', heard: (event: DragEvent) => void): void =>
    element.addEventListener(
      type,
      event => {
        // Dragged text and links are left to the page.
        if (isOn() && holdsFiles(event)) heard(event)
      },
      { signal }
    )
  const accept = (event: DragEvent): void => {
    event.preventDefault()
    if (event.dataTransfer) event.dataTransfer.dropEffect = 'copy'
    show(true)
  }
  listen('dragenter', accept)
  listen('dragover', accept)
  listen('dragleave', ({ relatedTarget }) => {
    // Moving from one element of the player to another is not leaving it.
    if (!(relatedTarget && element.contains(relatedTarget as Node))) show(false)
  })
  listen('drop', event => {
    event.preventDefault()
    show(false)
    const files = [...(event.dataTransfer?.files ?? [])]
    if (files.length > 0) yoke.configure({ sources: files })
  })
  signal.addEventListener('abort', () => show(false))
}
