import { allSteps, type Project, type Stack, stageOf, type Step } from '@stilus/core/project'
import { SharedControls } from '../desk/panel/shared-panel'
import { DeskProvider } from '../desk/use-desk'

/** Treatments that every one of some lists has, with the first step of each list that is one. */
export function sharedTreatments(lists: readonly (readonly Step[])[]): { use: string; steps: Step[] }[] {
  const uses = [...new Set(allSteps(lists[0] ?? []).map((s) => s.use))].filter((use) => use !== 'group')
  return uses.flatMap((use) => {
    const steps = lists.flatMap((list) => allSteps(list).find((s) => s.use === use) ?? [])
    return steps.length === lists.length ? [{ use, steps }] : []
  })
}

interface SharedStepsProps {
  project: Project
  shared: ReturnType<typeof sharedTreatments>
  /** The first stack that has them: its clock shows their times. */
  stack: Stack
}

/** Controls of treatments that several things have: changing one changes it on all. */
export const SharedSteps = ({ project, shared, stack }: SharedStepsProps) =>
  shared.map(({ use, steps }) => (
    <section key={use} data-facet="what" aria-label={steps[0]?.name} className="border-t pt-2">
      <h3 className="mb-1 font-semibold">{steps[0]?.name} on all</h3>
      <DeskProvider value={{ project, stage: stageOf(project, stack) }}>
        <SharedControls steps={steps} />
      </DeskProvider>
    </section>
  ))
