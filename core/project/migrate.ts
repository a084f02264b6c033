type Tree = Record<string, unknown>

/** Version 1 had one feather, half of it on either side of an outline; version 2 has two widths, and regions that hold more kinds of items. */
export function featherPairs(document: Tree): Tree {
  const half = (v: unknown) => (typeof v === 'number' ? [v / 2, v / 2] : v)
  const speed = (handle: unknown) => {
    const { speed = [0], ...rest } = handle as { speed?: number[] }
    return { ...rest, speed: [(speed[0] ?? 0) / 2, (speed[0] ?? 0) / 2] }
  }
  const key = (k: Tree): Tree => ({
    ...{ ...k, value: half(k.value) },
    ...(k.leaveHandle ? { leaveHandle: speed(k.leaveHandle) } : {}),
    ...(k.arriveHandle ? { arriveHandle: speed(k.arriveHandle) } : {}),
  })
  const scaled = (a: Tree): Tree => ({
    ...{ ...a, value: Number(a.value) / 2 },
    ...(Array.isArray(a.keys)
      ? { keys: a.keys.map((k: Tree) => ({ ...k, value: Number(k.value) / 2 })) }
      : {}),
  })
  const mover = (m: Tree): Tree =>
    m.kind === 'follow'
      ? { ...m, factor: Number(m.factor) / 2, offset: Number(m.offset) / 2, limits: half2(m.limits) }
      : { ...m, amplitude: scaled(m.amplitude as Tree) }
  const half2 = (limits: unknown) => (Array.isArray(limits) ? limits.map((v) => Number(v) / 2) : limits)
  const animated = (a: Tree): Tree => ({
    ...{ ...a, value: half(a.value) },
    ...(Array.isArray(a.keys) ? { keys: a.keys.map(key) } : {}),
    ...(Array.isArray(a.movers) ? { movers: a.movers.map(mover) } : {}),
  })
  const shape = (s: Tree): Tree => {
    const form = s.form as Tree | undefined
    return form?.feather ? { ...s, form: { ...form, feather: animated(form.feather as Tree) } } : s
  }
  const step = (s: Tree): Tree => ({
    ...s,
    ...(s.where ? { where: { ...(s.where as Tree), shapes: list((s.where as Tree).shapes, shape) } } : {}),
    ...(s.steps ? { steps: list(s.steps, step) } : {}),
  })
  const shot = (s: Tree): Tree => ({
    ...{ ...s, steps: list(s.steps, step) },
    ...(s.versions
      ? {
          versions: Object.fromEntries(
            Object.entries(s.versions as Tree).map(([v, steps]) => [v, list(steps, step)]),
          ),
        }
      : {}),
  })
  return { ...document, version: 2, shots: list(document.shots, shot) }
}

const list = (value: unknown, change: (item: Tree) => Tree): unknown =>
  Array.isArray(value) ? value.map((item) => change(item as Tree)) : value
