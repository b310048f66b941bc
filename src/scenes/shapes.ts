import { type CommandOffer, type Controlled, type OfferOptions, offerCommand } from './offers.ts'

/** Something in a scene, with what is nested in it: an object of most libraries for scenes is one. */
export interface Shape {
  /** `--play-pause` makes a control of it; `--skip 10`, or `--skip_10` where a name may have no spaces, with a value. */
  readonly name: string
  readonly children: readonly Shape[]
}

/** How shapes become controls. */
export interface ShapeOptions extends Pick<OfferOptions, 'layer' | 'signal'> {
  /** What the controls are called, by the names of their shapes. Default: by their commands. */
  readonly labels?: Readonly<Record<string, OfferOptions['label']>>
}

/** The controls in a part of a scene. */
export interface CoupledShapes {
  /** By shape. Draw each as its offer says: grey, pressed, with the ring of the focus. */
  readonly offers: ReadonlyMap<Shape, CommandOffer>
  /** What a hit on a shape is meant for: its own offer, or that of the shape around it that has one. */
  offerAt(shape: Shape): CommandOffer | undefined
  /** Presses what a hit is meant for. @returns whether there is anything. */
  press(shape: Shape): boolean
  /** Looks for shapes that have come, gone, or been renamed. */
  refresh(): void
  /** Ends all of its offers. Twice is harmless. */
  close(): void
}

/** The command and the value that a shape's name asks for; `undefined` for a name that asks for none. */
const readName = (name: string): { readonly command: string; readonly value?: string } | undefined => {
  const [, command, value] = /^--([a-z][\w-]*?)(?:[ _](.+))?$/i.exec(name) ?? []
  return command === undefined ? undefined : { command, ...(value !== undefined && { value }) }
}

/**
 * Makes controls of the shapes in a part of a scene, by their names. They move with what they are nested in; each has an
 * unseen button, in the order in which they are nested. A name with dashes that is no command is told, as on any button.
 * @param root a surface, with its controls in it. The root itself may be one.
 */
export const coupleShapes = (
  root: Shape,
  player: Controlled,
  { labels = {}, signal, ...options }: ShapeOptions = {}
): CoupledShapes => {
  const offers = new Map<Shape, CommandOffer>()
  const names = new Map<Shape, string>()
  /** What each shape is nested in, since it was last looked at. */
  let around = new Map<Shape, Shape>()
  const forget = (shape: Shape): void => {
    offers.get(shape)?.close()
    offers.delete(shape)
    names.delete(shape)
  }
  const take = (shape: Shape): void => {
    const { name } = shape
    if (names.get(shape) !== name) {
      forget(shape)
      const wanted = readName(name)
      if (wanted) {
        names.set(shape, name)
        const { command, ...value } = wanted
        offers.set(
          shape,
          offerCommand(player, command, {
            ...options,
            ...value,
            ...(name in labels && { label: labels[name] })
          } as OfferOptions)
        )
      }
    }
    for (const child of shape.children) {
      // What is nested in itself would never end.
      if (child === root || around.has(child)) continue
      around.set(child, shape)
      take(child)
    }
  }
  const refresh = (): void => {
    around = new Map()
    take(root)
    for (const shape of [...offers.keys()]) if (shape !== root && !around.has(shape)) forget(shape)
  }
  const offerAt = (shape: Shape): CommandOffer | undefined => {
    for (let at: Shape | undefined = shape; at; at = around.get(at)) {
      const offer = offers.get(at)
      if (offer) return offer
    }
    return undefined
  }
  const close = (): void => {
    for (const shape of [...offers.keys()]) forget(shape)
  }
  signal?.addEventListener('abort', close)
  refresh()
  return {
    offers,
    offerAt,
    press: shape => {
      const offer = offerAt(shape)
      offer?.press()
      return offer !== undefined
    },
    refresh,
    close
  }
}
