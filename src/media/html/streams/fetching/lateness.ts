/** How much of a download has come, in bytes, after how many seconds, and how much it is in all; 0 where that is not said. */
export type Progress = readonly [bytes: number, seconds: number, whole: number]

/** A download says nothing of the line before so many seconds of it have come. */
const TELLING = 0.5
/** Seconds that a picture may be late without being missed. */
const SLIGHT = 0.2

/**
 * Says of a download whether it is worth waiting for: it comes before what is in store has been played, or another form, which is
 * smaller by a factor, would not come sooner. What passes before its first bytes is the way to the host, or a page that was busy:
 * it says nothing of how wide the line is, and the other form would have to wait for as long.
 */
export const comesInTime = (store: number, factor: number): ((...come: Progress) => boolean) => {
  let wait = 0
  return (bytes, seconds, whole) => {
    wait ||= seconds
    const measured = seconds - wait
    const perByte = measured / bytes
    // Less than nothing where it is not said how much there is: that is waited for.
    const left = (whole - bytes) * perByte
    return measured < TELLING || left < Math.max(store - seconds, SLIGHT, wait + whole * factor * perByte)
  }
}
