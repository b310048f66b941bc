import { mkdir, writeFile } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { type StreamOrigin, startStreamOrigin } from '../../stand-ins/origin/index.ts'

const at = (path: string): string => fileURLToPath(new URL(`../../${path}`, import.meta.url))

/** Starts the stream origin with the demo's media. */
export const startOrigin = (): Promise<StreamOrigin> =>
  startStreamOrigin(at('examples/public/media/'), at('stand-ins/origin/media/'))

/** Copies a playlist of the origin into a folder, with all that it names. */
export const copyStream = async (origin: string, path: string, folder: string): Promise<void> => {
  const bytes = new Uint8Array(await (await fetch(new URL(path, origin))).arrayBuffer())
  const file = join(folder, path)
  await mkdir(dirname(file), { recursive: true })
  await writeFile(file, bytes)
  if (!path.endsWith('.m3u8')) return
  const named = new TextDecoder().decode(bytes).matchAll(/^[^#\s].*$|URI="([^"]+)"/gm)
  for (const [line, uri = line] of named) await copyStream(origin, join(dirname(path), uri), folder)
}

/**
 * Runs in a page: the number of the frame that the video of a player shows, whatever its size; `undefined` while there is no
 * picture with a strip of squares.
 */
export const readStreamFrame = (): number | undefined => {
  const video =
    document.querySelector('yoke-player')?.shadowRoot?.querySelector('video') ?? document.querySelector('video')
  const canvas = Object.assign(document.createElement('canvas'), { width: 1280, height: 720 })
  const pen = canvas.getContext('2d')
  if (video) pen?.drawImage(video, 0, 0, 1280, 720)
  const bits = Array.from({ length: 16 }, (_, square): number => {
    const [red = 0] = pen?.getImageData(square * 24 + 12, 708, 1, 1).data ?? []
    return red > 127 ? 1 : 0
  })
  const number = bits.slice(2, 15).reduce((sum, bit) => sum * 2 + bit, 0)
  const parity = bits.slice(2, 15).reduce((sum, bit) => sum ^ bit, 0)
  return bits[0] === 1 && bits[1] === 0 && bits[15] === parity ? number : undefined
}
