import type { DesignObject, Source } from './schema'

/** What shows in a place of a design that is there for a picture; `source` undefined is what lies below the design. */
export interface Slot {
  source: Source | undefined
  /** Frames of the design by which it begins later in what it shows. */
  in: number
  /** The coat that shows it, where the place is a shape. */
  coatId?: string | undefined
}

/** The picture that an object shows, by itself or as the paint of its first coat that has one; undefined where it shows none. */
export function slotOf({ kind, source, in: from = 0, coats = [] }: DesignObject): Slot | undefined {
  if (kind === 'picture') return { source, in: from }
  const painted = coats.find(({ form }) => FITTED.includes(String(form['paint']?.value)))
  if (!painted) return undefined
  const below = painted.form['paint']?.value === 'below'
  return { source: below ? undefined : painted.source, in: painted.in ?? 0, coatId: painted.id }
}
const FITTED = ['picture', 'below']

/** Lets an object show another picture; `source` null is what lies below the design. Mutates. */
export function fillSlot(object: DesignObject, source: Source | null, from: number): void {
  const slot = slotOf(object)
  const coat = object.coats?.find((c) => c.id === slot?.coatId)
  if (coat) {
    coat.form['paint'] = { value: source ? 'picture' : 'below' }
    if (source) Object.assign(coat, { source, in: from })
    else {
      delete coat.source
      delete coat.in
    }
  } else if (source) Object.assign(object, { source, in: from })
}
