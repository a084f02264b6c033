import type { Block } from '../kernels/arena'
import { Kernels } from '../kernels'
import { allSteps, perform } from '../project'
import { STEPS } from '../steps'
import { pictureFor } from '../testing/sources'
import { testProject } from '../testing/projects'
import { plan } from './plan'
import { renderFrame } from './kernel-backend'

/** Kernels whose arena is full at the nth block that is asked for. */
class Failing extends Kernels {
  left = Infinity
  asked = 0

  protected override take(bytes: number): Block {
    this.asked++
    if (this.left-- <= 0) throw new Error('The arena is full.')
    return super.take(bytes)
  }
}

const k = new Failing(16 * 1048576)
const stack = { kind: 'shot' as const, id: 's1' }

it.each(STEPS.map((step) => step.id))('%s leaves nothing in the arena wherever it throws', async (use) => {
  const { project } = perform(testProject(), 'step.add', { stack, stepId: 'x', use, at: 0 })
  expect(allSteps(project.sequences[0]?.shots[0]?.steps ?? [])).toHaveLength(1)
  const planned = plan(project, { kind: 'stack', stack }, 5, 1)
  const render = () =>
    renderFrame(k, planned, (id, frame) => pictureFor({ id, width: 64, height: 36 }, frame))
  k.left = Infinity
  k.asked = 0
  k.free(await render())
  const { asked } = k
  expect(k.used).toBe(0)
  // Every block of the first forty, then every seventh.
  for (let n = 0; n < asked; n += n < 40 ? 1 : 7) {
    k.left = n
    await expect(render()).rejects.toThrow('The arena is full.')
    expect(k.used).toBe(0)
  }
})
