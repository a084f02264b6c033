import { each, every, isTree, one, type Tree } from './tree'

const halved = (v: unknown) => (typeof v === 'number' ? v / 2 : v)
const pair = (v: unknown) => (typeof v === 'number' ? [v / 2, v / 2] : v)

/** Version 1 had one feather, half of it on either side of an outline; version 2 has two widths. */
export const featherPairs = (document: Tree): Tree => ({
  ...document,
  version: 2,
  shots: each(document.shots, (shot) => ({
    ...shot,
    steps: each(shot.steps, step),
    ...(isTree(shot.versions)
      ? {
          versions: Object.fromEntries(
            Object.entries(shot.versions).map(([v, steps]) => [v, each(steps, step)]),
          ),
        }
      : {}),
  })),
})

const step = (s: Tree): Tree => ({
  ...s,
  ...('where' in s
    ? { where: one(s.where, (where) => ({ ...where, shapes: each(where.shapes, shape) })) }
    : {}),
  ...('steps' in s ? { steps: each(s.steps, step) } : {}),
})

const shape = (s: Tree): Tree =>
  'form' in s
    ? { ...s, form: every(s.form, (form, name) => (name === 'feather' ? animated(form) : form)) }
    : s

const animated = (a: Tree): Tree => ({
  ...a,
  value: pair(a.value),
  ...('keys' in a ? { keys: each(a.keys, key) } : {}),
  ...('movers' in a ? { movers: each(a.movers, mover) } : {}),
})

function key(k: Tree): Tree {
  const speed = (handle: Tree) => {
    const given = Array.isArray(handle.speed) ? (handle.speed as unknown[])[0] : 0
    return { ...handle, speed: pair(given) }
  }
  return {
    ...k,
    value: pair(k.value),
    ...('leaveHandle' in k ? { leaveHandle: one(k.leaveHandle, speed) } : {}),
    ...('arriveHandle' in k ? { arriveHandle: one(k.arriveHandle, speed) } : {}),
  }
}

const plain = (a: Tree): Tree => ({
  ...a,
  value: halved(a.value),
  ...('keys' in a ? { keys: each(a.keys, (k) => ({ ...k, value: halved(k.value) })) } : {}),
})

const mover = (m: Tree): Tree =>
  m.kind === 'follow'
    ? {
        ...m,
        factor: halved(m.factor),
        offset: halved(m.offset),
        limits: Array.isArray(m.limits) ? m.limits.map(halved) : m.limits,
      }
    : { ...m, amplitude: one(m.amplitude, plain) }
