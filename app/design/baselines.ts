import { through } from '@stilus/core/matrix'
import { type DesignObject, type Easel, matrixOf, settingAt, stageOf } from '@stilus/core/project'

/** Where the first line of an upright text stands, down the design; undefined for all else. */
export function baselineOf(easel: Easel, object: DesignObject, frame: number): number | undefined {
  if (!object.text || object.text.course || object.text.down || !easel.typesetter) return undefined
  const map = matrixOf(easel, object, frame)
  if (Math.abs(map[3]) > 1e-6) return undefined
  const setting = settingAt(stageOf(easel.project, { kind: 'object', id: object.id }), object, frame)
  const [line] = easel.typesetter.layout(setting).lines
  return line && through(map, 0, line.baseline)[1]
}
