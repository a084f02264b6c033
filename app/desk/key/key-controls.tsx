import { contentOf, type Step } from '@stilus/core/project'
import { Marks } from './marks'
import { ScreenSource } from './screen-source'
import { Warnings } from './warnings'

/** What a screen key has besides its controls, at the stage where each belongs, or all of it: what could be better, where its screen comes from, and its marks. */
export function KeyControls({ step, part }: { step: Step; part: string | null }) {
  const { marks } = contentOf(step)
  return (
    <>
      <Warnings step={step} part={part} />
      {(!part || part === 'Screen') && <ScreenSource key={step.id} step={step} />}
      {marks && (!part || part === 'Tones') && <Marks step={step} name="marks" list={marks} />}
    </>
  )
}
