import { easeAt, findMover, isMoving, type Moving, moverParams, spanOf } from '../arrivals'
import { replaceText, type TextContent } from '../lettering'
import { fit, type Values } from '../params'
import { mostUnits } from './passes'
import type { DesignObject, Mover } from './schema'
import type { Stage } from './stage'
import { moved } from './values'

/** The values of a mover's controls at a frame of its design, within their ranges; none for movers that this version does not know. */
export function moverValues(stage: Stage, object: DesignObject, mover: Mover, frame: number): Values {
  const declaration = findMover(mover.use)
  if (!declaration) return {}
  const out: Values = {}
  for (const [name, param] of Object.entries(moverParams(declaration, mover.way))) {
    const own = mover.form[name]
    out[name] = fit(param, own && moved(stage, undefined, own, frame - object.zero))
  }
  return out
}

/** No text has more letters that move by themselves. */
const MOST_LETTERS = 20_000

/** The movers of an object that move it at a frame of its design, from the outermost inwards. */
export function movingAt(stage: Stage, object: DesignObject, frame: number): Moving[] {
  const since = frame - object.start + 0.5
  const left = object.start + object.length - frame - 0.5
  // What is filled in may be longer than its name.
  const most = object.text?.text.includes('{') ? MOST_LETTERS : mostUnits(object)
  return (object.movers ?? []).flatMap((mover) => {
    if (!mover.on || !findMover(mover.use)) return []
    const values = moverValues(stage, object, mover, frame)
    const moving: Moving = {
      use: mover.use,
      way: mover.way,
      values,
      since,
      left,
      rate: stage.rate.num / stage.rate.den,
    }
    return isMoving(moving, most) ? [moving] : []
  })
}

/** Numbers as they are written, with thousands parted or not; a space or an apostrophe parts threes alone. */
const NUMBERS = /\d+(?:[\u2019' ]\d{3}(?!\d)|[.,]\d+)*/g

/** A number in the same writing: as many decimals, thousands parted alike. What stands before the last mark is parted by threes, or the mark begins decimals. */
export function numberLike(written: string, share: number): string {
  const parts = written.split(/[.,\u2019' ]/)
  const marks = written.replace(/\d/g, '')
  const threes = parts.length > 1 && parts.slice(1).every((p) => p.length === 3) && !/^0/.test(written)
  const same = [...marks].every((m) => m === marks[0])
  const parted = threes && same
  const places = parted || parts.length === 1 ? 0 : (parts.at(-1)?.length ?? 0)
  const digits = parts.join('')
  const whole = (Number(digits) / Number(`1e${places}`)) * share
  const [before = '', after] = Math.abs(whole).toFixed(places).split('.')
  const mark = parted ? marks[0] : parts.length > 2 ? marks[0] : ''
  const grouped = mark ? before.replace(/\B(?=(\d{3})+$)/g, mark) : before
  const padded = parts.length === 1 && /^0\d/.test(written) ? grouped.padStart(written.length, '0') : grouped
  return `${whole < 0 && Number(digits) * share !== 0 ? '-' : ''}${padded}${after === undefined ? '' : `${marks.at(-1)}${after}`}`
}

/** What a text says while its numbers run. */
export function counted(stage: Stage, object: DesignObject, frame: number, said: TextContent): TextContent {
  let out = said
  if (!object.movers?.some(({ use }) => use === 'count-up')) return out
  for (const { use, way, values, since, left, rate } of movingAt(stage, object, frame)) {
    if (use !== 'count-up') continue
    const { all } = spanOf(values, 1)
    const share = Math.min(1, Math.max(0, (way === 'leave' ? left : since) / all))
    if (share >= 1) continue
    const from = Number(values['from'])
    const come = from + (1 - from) * easeAt(values, share, all / rate)
    const found = [...out.text.matchAll(NUMBERS)].reverse()
    for (const { 0: number, index } of found)
      out = replaceText(out, index, index + number.length, numberLike(number, come))
  }
  return out
}
