import { type Area, blit, type Frame, type Size } from '../frame'
import { contoursOfBodies, drawShape } from '../coats'
import { filled, type Kernels } from '../kernels'
import {
  bodiesOf,
  drawText,
  type Family,
  Fonts,
  readCoverage,
  type Typefaces,
  Typesetter,
  writeCoverage,
} from '../lettering'
import type { Op, OwnFace } from './graph'

type Letters = Extract<Op, { kind: 'letters' }>

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

/** Text with its coats on nothing: the part of a canvas that it touches. */
export const drawLetters = (k: Kernels, { text, own }: Letters, open: Typefaces, canvas: Size) =>
  drawText(k, canvas, setterFor(open, own), text)

/** Shapes with their coats on nothing; a text among them is its letters. */
export const drawShapes = (
  k: Kernels,
  { shape, own }: Extract<Op, { kind: 'shape' }>,
  open: Typefaces,
  canvas: Size,
) =>
  drawShape(k, canvas, shape, (setting, [a, b, c, d, e, f]) =>
    contoursOfBodies(bodiesOf(setterFor(open, own).layout(setting), [a, b, c, d, e, f])),
  )

/** What was drawn, in an area of its canvas, on nothing; it is freed. */
export function laidOn(k: Kernels, area: Area, drawn: { frame: Frame; area: Area } | undefined): Frame {
  const out = filled(k, area.width, area.height, [0, 0, 0, 0])
  if (!drawn) return out
  blit({ picture: out, area }, { picture: drawn.frame, area: drawn.area })
  k.free(drawn.frame)
  return out
}
