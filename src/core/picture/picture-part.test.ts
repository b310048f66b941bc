import { describe, expect, it } from 'vitest'
import { namesPicture, picturePartOf, regionIn } from './picture-part.ts'

const SHEET = { width: 640, height: 360 }

describe('parts of pictures', () => {
  it.each<[string, string, readonly number[] | undefined]>([
    ['a.jpg', 'a.jpg', [0, 0, 640, 360]],
    ['a.jpg#xywh=160,90,160,90', 'a.jpg', [160, 90, 160, 90]],
    ['a.jpg#xywh=pixel:0,0,1,1', 'a.jpg', [0, 0, 1, 1]],
    ['a.jpg?v=2#xywh=percent:25,50,25,50', 'a.jpg?v=2', [160, 180, 160, 180]],
    ['a.jpg#t=1&xywh=1,2,3,4', 'a.jpg', [1, 2, 3, 4]],
    ['a.jpg#xywh=1,2,3,4&xywh=5,6,7,8', 'a.jpg', [5, 6, 7, 8]],
    ['a.jpg#%78ywh=1%2C2,3,4', 'a.jpg', [1, 2, 3, 4]],
    ['a.jpg#xywh=1,2,3', 'a.jpg', [0, 0, 640, 360]],
    ['a.jpg#xywh=-1,2,3,4', 'a.jpg', [0, 0, 640, 360]],
    ['a.jpg#xywh=0,0,0,4', 'a.jpg', [0, 0, 640, 360]],
    ['a.jpg#xywh=%', 'a.jpg', [0, 0, 640, 360]],
    ['a.jpg#xywh=600,300,160,90', 'a.jpg', [600, 300, 40, 60]],
    ['a.jpg#xywh=700,0,160,90', 'a.jpg', undefined]
  ])('%s', (address, src, numbers) => {
    const part = picturePartOf(address)
    expect(part.src).toBe(src)
    const region = regionIn(part.region, SHEET)
    expect(region && [region.x, region.y, region.width, region.height]).toEqual(numbers)
  })

  it.each([
    ['frames.jpg', true],
    ['\n/a/frames.webp#xywh=0,0,1,1\n', true],
    ['frames.png?v=1', true],
    ['data:image/png;base64,AA', true],
    ['High water', false],
    ['{ "frame": "a.jpg" }', false],
    ['a.jpg b.jpg', false],
    ['a.vtt', false]
  ])('“%s” names one: %s', (text, names) => {
    expect(namesPicture(text)).toBe(names)
  })
})
