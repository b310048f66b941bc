import type { Yoke } from '../../wiring/yoke/yoke.ts'

const holdsFiles = ({ dataTransfer }: DragEvent): boolean => dataTransfer?.types.includes('Files') ?? false

/**
 * Files that are dropped on a player are what it plays, in place of all other sources: of several, the first that truly plays.
 * @returns its stop.
 */
export const followFileDrop = (player: HTMLElement, yoke: Yoke): (() => void) => {
  const life = new AbortController()
  const show = (fileOver: boolean): void => yoke.setContext({ fileOver })
  const listen = (type: 'dragenter' | 'dragover' | 'dragleave' | 'drop', heard: (event: DragEvent) => void): void =>
    player.addEventListener(
      type,
      event => {
        // Text and links that are dragged about mean something to others.
        if (holdsFiles(event)) heard(event)
      },
      { signal: life.signal }
    )
  const accept = (event: DragEvent): void => {
    event.preventDefault()
    if (event.dataTransfer) event.dataTransfer.dropEffect = 'copy'
    show(true)
  }
  listen('dragenter', accept)
  listen('dragover', accept)
  listen('dragleave', ({ relatedTarget }) => {
    // From one piece of the player to another is no leaving.
    if (!(relatedTarget instanceof Node && player.contains(relatedTarget))) show(false)
  })
  listen('drop', event => {
    event.preventDefault()
    show(false)
    const files = [...(event.dataTransfer?.files ?? [])]
    if (files.length > 0) yoke.configure({ sources: files })
  })
  return () => {
    life.abort()
    show(false)
  }
}
