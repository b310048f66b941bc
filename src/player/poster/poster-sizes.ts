/**
 * The image of several sizes that the engine itself would choose for a box of that width (HTML, "Selecting an image source").
 * It has been loaded: showing it asks for nothing more. `undefined` where it cannot be had.
 */
export const chooseImage = async (srcset: string, width: number): Promise<string | undefined> => {
  const image = new Image()
  const settled = new Promise(resolve => {
    image.onload = resolve
    image.onerror = resolve
  })
  image.sizes = `${Math.max(1, Math.round(width))}px`
  image.srcset = srcset
  await settled
  return image.naturalWidth > 0 ? image.currentSrc : undefined
}
