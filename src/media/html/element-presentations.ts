import type { PresentationPort } from '../presentation.ts'

/** What phones have that can show nothing but the bare video on their whole screen; no standard names it. */
interface VideoOfPhones extends HTMLVideoElement {
  readonly webkitSupportsFullscreen?: boolean
  readonly webkitDisplayingFullscreen?: boolean
  webkitEnterFullscreen?(): void
  webkitExitFullscreen?(): void
}

/** Listens to several events. @returns the end of it. */
export const listenTo = (element: Element, types: readonly string[], changed: () => void): (() => void) => {
  for (const type of types) element.addEventListener(type, changed)
  return () => {
    for (const type of types) element.removeEventListener(type, changed)
  }
}

/** Picture in picture (Picture-in-Picture, "HTMLVideoElement.requestPictureInPicture()"). */
export const pictureInPictureOf = (element: HTMLMediaElement): PresentationPort | undefined => {
  const { ownerDocument } = element
  if (!('requestPictureInPicture' in element) || !ownerDocument.pictureInPictureEnabled) return undefined
  const video = element as HTMLVideoElement
  return {
    get available() {
      return !video.disablePictureInPicture && video.videoWidth > 0
    },
    get active() {
      return ownerDocument.pictureInPictureElement === video
    },
    request: () => video.requestPictureInPicture().then(() => undefined),
    exit: () => ownerDocument.exitPictureInPicture(),
    observe: changed => listenTo(video, ['enterpictureinpicture', 'leavepictureinpicture'], changed)
  }
}

/** The whole screen for the video alone, on devices that have nothing better. */
export const ownFullscreenOf = (element: HTMLMediaElement): PresentationPort | undefined => {
  const video = element as VideoOfPhones
  if (!video.webkitEnterFullscreen) return undefined
  return {
    get available() {
      return video.webkitSupportsFullscreen ?? video.readyState > 0
    },
    get active() {
      return video.webkitDisplayingFullscreen === true
    },
    request: async () => video.webkitEnterFullscreen?.(),
    exit: async () => video.webkitExitFullscreen?.(),
    observe: changed => listenTo(video, ['webkitbeginfullscreen', 'webkitendfullscreen'], changed)
  }
}
