/** How a clip that was watched before goes on. */
export const RESUME_POSITIONS = ['off', 'at-once', 'offered'] as const

/** One of {@link RESUME_POSITIONS}. */
export type ResumePosition = (typeof RESUME_POSITIONS)[number]
