import { z } from 'zod'
import type { Animated, Value } from '../anim'
import { fit, type Params, type Values } from './param'

/** A list of things in a step's content, each with an id and the same animatable fields. */
export interface ListContent {
  type: 'list'
  label: string
  help: string
  /** What one of them is called. */
  one: string
  fields: Params
  least: number
  most: number
  /** What a new step begins with; the ids are those of these things. */
  default: readonly ({ id: string } & Values)[]
  /** They are drawn on the picture over this output of the step, and the desk has lines for them of their own. */
  drawn?: string
  /** Shown only when this holds for the values of the parameters. */
  when?: (values: Values) => boolean
}

/** Structured content beside a step's parameters, by name. */
export type ContentDeclaration = Readonly<Record<string, ListContent>>

/** A thing in content at one time. */
export type ContentThing = { id: string } & Values
export type ContentValues = Readonly<Record<string, readonly ContentThing[]>>

type StoredThing = { id: string } & Record<string, unknown>
type Stored = Record<string, StoredThing[]>

/** A new thing of a list with its fields standing still. */
export const newThing = (list: ListContent, id: string, given: Values = {}): StoredThing => ({
  id,
  ...Object.fromEntries(
    Object.entries(list.fields).map(([name, p]) => [
      name,
      { value: fit(p, given[name] ?? (Array.isArray(p.default) ? [...p.default] : p.default)) },
    ]),
  ),
})

/** The content that a new step begins with. */
export const contentDefaults = (declaration: ContentDeclaration): Stored =>
  Object.fromEntries(
    Object.entries(declaration).map(([name, list]) => [
      name,
      list.default.map(({ id, ...values }) => newThing(list, id, values as Values)),
    ]),
  )

/** What the content of a step must be: every list with as many things as it may have, every field a value with or without keys. */
export const contentSchema = (declaration: ContentDeclaration): z.ZodType =>
  z.looseObject(
    Object.fromEntries(
      Object.entries(declaration).map(([name, { fields, least, most }]) => [
        name,
        z
          .array(
            z.looseObject({
              id: z.string(),
              ...Object.fromEntries(
                Object.keys(fields).map((f) => [f, z.looseObject({ value: z.unknown() }).optional()]),
              ),
            }),
          )
          .min(least)
          .max(most)
          .refine((list) => new Set(list.map((t) => t.id)).size === list.length, 'ids must differ'),
      ]),
    ),
  )

/** Content at one time: each field within its range, by `at`, which gives a stored value at that time. */
export const contentAt = (
  declaration: ContentDeclaration,
  stored: Stored | undefined,
  at: (animated: Animated) => Value,
): ContentValues =>
  Object.fromEntries(
    Object.entries(declaration).map(([name, list]) => [
      name,
      (stored?.[name] ?? contentDefaults({ [name]: list })[name] ?? []).map((thing) => ({
        id: thing.id,
        ...Object.fromEntries(
          Object.entries(list.fields).map(([field, p]) => {
            const given = thing[field] as Animated | undefined
            return [field, fit(p, given ? at(given) : undefined)]
          }),
        ),
      })) as ContentThing[],
    ]),
  )

/** Every animatable value of content with the way to it. */
export const contentLeaves = (stored: Stored | undefined): { path: string; animated: Animated }[] =>
  Object.entries(stored ?? {}).flatMap(([name, list]) =>
    list.flatMap(({ id, ...fields }) =>
      Object.entries(fields).flatMap(([field, animated]) =>
        typeof animated === 'object' && animated !== null && 'value' in animated
          ? [{ path: `content/${name}/${id}/${field}`, animated: animated as Animated }]
          : [],
      ),
    ),
  )
