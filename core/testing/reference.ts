import { wholeOf } from '../frame'
import type { Kernels } from '../kernels'
import type { Project } from '../project'
import { kernelBackend, type KernelHandle, type Sources, type Target } from '../render'
import { graphOf } from '../render/plan'
import { resourcesOf, tablesOf } from '../render/resources'

/** A frame as a naive evaluator makes it: every node of the graph by itself, in full, in order, nothing joined, cut, kept or written over. */
export async function referenceFrame(
  k: Kernels,
  project: Project,
  target: Target,
  frame: number,
  scale: number,
  sources: Sources,
): Promise<Float32Array> {
  const { drafts } = graphOf(project, target, frame, scale)
  const nodes = drafts.map((draft) => ({ ...draft, area: wholeOf(draft.canvas) }))
  const tables = tablesOf(project, { resources: resourcesOf(project, nodes) })
  const backend = kernelBackend(k)
  const made: KernelHandle[] = []
  try {
    for (const node of nodes) {
      const inputs = node.inputs.map((i) => ({
        handle: made[i] as KernelHandle,
        area: wholeOf(nodes[i]?.canvas ?? node.canvas),
      }))
      made.push(
        await backend.make({ tables, typefaces: () => undefined, node, inputs, sources, spare: () => false }),
      )
    }
    return (await backend.values(made.at(-1) as KernelHandle)).slice()
  } finally {
    backend.free(...new Set(made))
  }
}
