/** What the menus of qualities and audio tracks say, in English. */
export const CHOICE_WORDS = { quality: 'Quality', automatic: 'Automatic', audioTrack: 'Audio track' } as const
