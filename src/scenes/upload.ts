import { type Result, refuse, succeed } from '../core/fault.ts'
import type { Picture } from './picture.ts'

/** Which frame a texture holds. */
const held = new WeakMap<WebGLTexture, readonly [picture: Picture, version: number]>()

/**
 * Puts the present frame of a picture into a texture of WebGL, if it is not there yet; the texture stays bound. One that is new
 * is set up for pictures of any size: linear, without smaller copies, its edges clamped.
 * @returns whether there was a new frame. Fault: `picture-unreadable`.
 */
export const uploadPicture = (
  gl: WebGLRenderingContext | WebGL2RenderingContext,
  texture: WebGLTexture,
  picture: Picture
): Result<boolean> => {
  const { source, version, fault } = picture
  if (!source) return fault ? refuse(fault) : succeed(false)
  const [before, had] = held.get(texture) ?? []
  gl.bindTexture(gl.TEXTURE_2D, texture)
  if (before === picture && had === version) return succeed(false)
  if (before === undefined)
    for (const [name, value] of [
      [gl.TEXTURE_MIN_FILTER, gl.LINEAR],
      [gl.TEXTURE_WRAP_S, gl.CLAMP_TO_EDGE],
      [gl.TEXTURE_WRAP_T, gl.CLAMP_TO_EDGE]
    ] as const)
      gl.texParameteri(gl.TEXTURE_2D, name, value)
  gl.texImage2D(gl.TEXTURE_2D, 0, gl.RGBA, gl.RGBA, gl.UNSIGNED_BYTE, source as TexImageSource)
  held.set(texture, [picture, version])
  return succeed(true)
}
