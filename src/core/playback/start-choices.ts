/** When playback begins. `pressed`: when the viewer says so. `at-once`: by itself. `in-view`: by itself, once enough of the picture is seen. */
export type StartWhen = 'pressed' | 'at-once' | 'in-view'

/**
 * With what sound it begins by itself. `wanted`: with sound if the browser lets it, otherwise without, and an offer to turn
 * it on. `required`: waits for a press rather than begin silent. `off`: silent.
 */
export type StartSound = 'wanted' | 'required' | 'off'

/** Every {@link StartWhen}. */
export const START_WHENS: readonly StartWhen[] = ['pressed', 'at-once', 'in-view']
/** Every {@link StartSound}. */
export const START_SOUNDS: readonly StartSound[] = ['wanted', 'required', 'off']
