/**
 * Written by tools/icons.ts from Lucide (ISC licence, see LICENSE): each icon as the `d` of one path on a 24 by 24 ground,
 * drawn with strokes.
 */
export const LIST_ICONS = {
  next: 'M21 4v16M6.029 4.285A2 2 0 0 0 3 6v12a2 2 0 0 0 3.029 1.715l9.997-5.998a2 2 0 0 0 .003-3.432z',
  previous: 'M17.971 4.285A2 2 0 0 1 21 6v12a2 2 0 0 1-3.029 1.715l-9.997-5.998a2 2 0 0 1-.003-3.432zM3 20V4',
  playlist: 'M16 5H3M11 12H3M11 19H3M21 16V5M15 16a3 3 0 1 0 6 0a3 3 0 1 0 -6 0',
  shuffle:
    'M18 14l4 4-4 4M18 2l4 4-4 4M2 18h1.973a4 4 0 0 0 3.3-1.7l5.454-8.6a4 4 0 0 1 3.3-1.7H22M2 6h1.972a4 4 0 0 1 3.6 2.2M22 18h-6.041a4 4 0 0 1-3.3-1.8l-.359-.45',
  'repeat-one': 'M17 2l4 4-4 4M3 11v-1a4 4 0 0 1 4-4h14M7 22l-4-4 4-4M21 13v1a4 4 0 0 1-4 4H3M11 10h1v4'
} as const

/** An icon of lists, as those of the player. */
export type ListIconName = keyof typeof LIST_ICONS
