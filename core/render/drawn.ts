import { type Area, blit, type Frame, intersection, type Size, union } from '../frame'
import { type Coat, contoursOfBodies, drawShape, pictureSeen } from '../coats'
import { filled, type Kernels, layOver, warpPerspective } from '../kernels'
import {
  bodiesOf,
  drawText,
  type Family,
  Fonts,
  readCoverage,
  type Setting,
  type Typefaces,
  Typesetter,
  writeCoverage,
} from '../lettering'
import type { Matrix3 } from '../matrix'
import type { DrawnItem, Op, OwnFace } from './graph'
import type { Held } from './held'

/** A picture as it is seen while something moves it, in an area of its canvas. */
export function seen(
  k: Kernels,
  { looks, map }: Extract<Op, { kind: 'seen' }>,
  { picture, area: whole, content }: Held,
  area: Area,
  tell: (content: Area) => void,
): Frame {
  const out = filled(k, area.width, area.height, [0, 0, 0, 0])
  const warp = (frame: Frame, toSource: Matrix3, { width, height }: Size) =>
    warpPerspective(k, frame, toSource, { edge: 'black', filter: 'bicubic', width, height })
  const within = content && movedBy(intersection(content, whole), whole)
  const made = pictureSeen(k, picture as Frame, looks, map, warp, within)
  tell(made ? made.area : NOWHERE)
  if (!made) return out
  blit({ picture: out, area }, { picture: made.frame, area: made.area })
  k.free(made.frame)
  return out
}

const NOWHERE: Area = { x: 0, y: 0, width: 0, height: 0 }
/** An area of the whole in the pixels of a part of it. */
const movedBy = (area: Area, { x, y }: Area): Area => ({ ...area, x: area.x - x, y: area.y - y })

const setters = new WeakMap<Typefaces, Map<string, Typesetter>>()

/** One typesetter for the fonts of a worker and the families that a text brings, so that layouts are kept. */
function setterFor(open: Typefaces, own: readonly OwnFace[]): Typesetter {
  let known = setters.get(open)
  if (!known) setters.set(open, (known = new Map()))
  const key = JSON.stringify(own)
  let setter = known.get(key)
  if (!setter) known.set(key, (setter = new Typesetter(new Fonts(familiesOf(open, own)), open)))
  return setter
}

/** Families of faces that were brought, with what their files hold. */
function familiesOf(open: Typefaces, own: readonly OwnFace[]): Family[] {
  const ids = [...new Set(own.map((f) => f.family))]
  return ids.map((id) => {
    const faces = own.filter((f) => f.family === id)
    return {
      id,
      name: id,
      kind: 'own',
      licence: '',
      axes: open(faces[0]?.id ?? '')?.axes ?? [],
      faces: faces.map(({ id: file, weight, italic }) => ({
        weight,
        italic,
        files: [{ id: file, coverage: readCoverage(writeCoverage(open(file)?.unicodes ?? [])) }],
      })),
    }
  })
}

/** Texts and shapes with their coats, from back to front, in an area of their canvas, on nothing. */
export function drawn(
  k: Kernels,
  { items, own }: Extract<Op, { kind: 'drawn' }>,
  open: Typefaces,
  canvas: Size,
  area: Area,
  pictures: readonly Held[],
  tell: (content: Area) => void,
): Frame {
  const setter = () => setterFor(open, own)
  const lettersOf = (setting: Setting, [a, b, c, d, e, f]: Matrix3) =>
    contoursOfBodies(bodiesOf(setter().layout(setting), [a, b, c, d, e, f]))
  const out = filled(k, area.width, area.height, [0, 0, 0, 0])
  let content: Area | undefined
  items.forEach((item, i) => {
    const painted = (coats: readonly Coat[]) => withPictures(coats, item.paints, pictures)
    const picture =
      'text' in item
        ? drawText(k, canvas, setter(), { ...item.text, coats: painted(item.text.coats) })
        : drawShape(k, canvas, { ...item.shape, coats: painted(item.shape.coats) }, lettersOf)
    if (!picture) return
    content = content ? union(content, picture.area) : picture.area
    if (item.opacity < 1) fade(k, picture.frame, item.opacity)
    if (i === 0) blit({ picture: out, area }, { picture: picture.frame, area: picture.area })
    else layOver(k, { picture: out, area }, { picture: picture.frame, area: picture.area })
    k.free(picture.frame)
  })
  tell(content ?? NOWHERE)
  return out
}

/** Coats with the pictures that they are painted with. */
const withPictures = (
  coats: readonly Coat[],
  paints: DrawnItem['paints'],
  pictures: readonly Held[],
): readonly Coat[] =>
  paints
    ? coats.map((coat, i) => {
        const held = pictures[paints[i] ?? -1]
        return held ? { ...coat, picture: { frame: held.picture as Frame, area: held.area } } : coat
      })
    : coats

function fade(k: Kernels, frame: Frame, opacity: number): void {
  const clear = filled(k, frame.width, frame.height, [0, 0, 0, 0])
  k.raw.mix(frame.block.at, clear.block.at, frame.block.at, frame.width * frame.height, opacity)
  k.free(clear)
}
