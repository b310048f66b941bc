import type { MediaSnapshot, RateCapability } from './snapshot.ts'

/** Whether a media can play at a rate. */
export const takesRate = (capability: RateCapability, rate: number): boolean => {
  if (capability === undefined) return rate === 1
  return 'min' in capability ? rate >= capability.min && rate <= capability.max : capability.includes(rate)
}

/** The rates to offer, rising: those of the settings that the media takes; its own list where it takes none of them. */
export const offeredRates = ({ playbackRates, capabilities: { playbackRate } }: MediaSnapshot): readonly number[] => {
  const taken = playbackRates.filter(rate => takesRate(playbackRate, rate))
  const isList = playbackRate !== undefined && !('min' in playbackRate)
  return taken.length === 0 && isList ? [...playbackRate].sort((a, b) => a - b) : taken
}

/** What rates a media takes, in words. */
export const ratesInWords = (capability: RateCapability): string => {
  if (capability === undefined) return 'its rate is fixed at 1'
  return 'min' in capability
    ? `it plays from ${capability.min} to ${capability.max}`
    : `it plays at ${capability.join(', ')}`
}
