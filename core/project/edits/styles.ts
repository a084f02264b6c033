import { z } from 'zod'
import { deepCopy } from '../copies'
import { defineEdit } from '../define'
import { allObjects, NotFound } from '../find'
import { type CoatItem, type DesignObject, type Project, styleSchema } from '../schema'
import { id } from './common'
import { opened } from './in-design'
import { put, without } from './kept'

const onStyle = { styleId: id }
const name = styleSchema.shape.name

function coatsOf(object: DesignObject): CoatItem[] {
  if (!object.coats) throw new NotFound('coats', object.id)
  return object.coats
}

function styleOf(p: Project, styleId: string) {
  const style = p.styles?.find((s) => s.id === styleId)
  if (!style) throw new NotFound('style', styleId)
  return style
}

/** Styles that a project keeps. */
export const STYLE_EDITS = {
  'style.keep': defineEdit(
    { ...onStyle, name, objectId: id },
    (a) => `Keep style ${a.name}`,
    (p, a) => {
      const object = opened(p, a.objectId)
      p.styles = put(p.styles, { id: a.styleId, name: a.name, coats: deepCopy(coatsOf(object)) })
      object.style = a.styleId
    },
  ),
  'style.wear': defineEdit(
    { ...onStyle, objectIds: z.array(id).min(1), linked: z.boolean() },
    (a) => (a.linked ? 'Wear a style' : 'Take the coats of a style'),
    (p, a) => {
      const { coats } = styleOf(p, a.styleId)
      for (const objectId of a.objectIds) {
        const object = opened(p, objectId)
        coatsOf(object)
        // Loosened first, so that it is not the style that takes over what the object wore.
        delete object.style
        object.coats = deepCopy(coats)
        if (a.linked) object.style = a.styleId
      }
    },
  ),
  'style.loosen': defineEdit(
    { objectId: id },
    () => 'Loosen from its style',
    (p, a) => {
      delete opened(p, a.objectId).style
    },
  ),
  'style.rename': defineEdit(
    { ...onStyle, name },
    (a) => `Rename style to ${a.name}`,
    (p, a) => {
      styleOf(p, a.styleId).name = a.name
    },
  ),
  'style.remove': defineEdit(
    onStyle,
    () => 'Remove style',
    (p, a) => {
      p.styles = without(p.styles, 'style', a.styleId)
      for (const design of p.designs)
        for (const object of allObjects(design.objects)) if (object.style === a.styleId) delete object.style
    },
  ),
}
