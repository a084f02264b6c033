import type { Step } from '@stilus/core/project'
import { findStep } from '@stilus/core/steps'
import { SplitSquareHorizontal } from 'lucide-react'
import { useApp, useAppDispatch } from '../store/store'
import { type Surround, viewActions } from '../store/view'
import { Button, IconButton } from '../ui/button'
import { Segments } from '../ui/fields'
import { Menu } from '../ui/overlays'

const ZOOMS = [0.25, 0.5, 1, 2, 4, 8]
const SURROUNDS: { id: Surround; label: string }[] = [
  { id: 'dark', label: 'Surround 5 %' },
  { id: 'grey', label: 'Surround 18 %' },
  { id: 'black', label: 'Surround black' },
  { id: 'white', label: 'Surround white' },
]

/** Above the picture: what is shown, the split, and how large. */
export function ViewBar({ step, compare }: { step?: Step | undefined; compare: boolean }) {
  const dispatch = useAppDispatch()
  const view = useApp((s) => s.view)
  const looks = [
    { value: 'result', label: 'Result' },
    { value: 'source', label: 'Source' },
    ...(step ? [{ value: 'region', label: 'Region' }] : []),
    ...(step ? (findStep(step.use)?.views ?? []).map((v) => ({ value: v.id, label: v.label })) : []),
  ]
  const zoomName = view.zoom === 'fit' ? 'Fit' : `${Math.round(view.zoom * 100)} %`
  return (
    <div className="flex h-10 shrink-0 items-center gap-2 border-b bg-ground px-3">
      {compare && (
        <>
          <Segments
            label="What the viewer shows"
            value={view.look}
            options={looks}
            onChange={(look) => dispatch(viewActions.set({ look }))}
          />
          {view.look !== 'result' && (
            <span className="truncate text-what">{lookSays(view.look, step, looks)}</span>
          )}
        </>
      )}
      <span className="flex-1" />
      {compare && (
        <IconButton
          label="Split against the source"
          shortcut="C"
          pressed={view.compare === 'split'}
          onClick={() => dispatch(viewActions.set({ compare: view.compare === 'split' ? 'off' : 'split' }))}
        >
          <SplitSquareHorizontal size={16} />
        </IconButton>
      )}
      <Menu
        align="end"
        trigger={
          <Button look="quiet" aria-label={`Zoom: ${zoomName}`} className="w-20">
            {zoomName}
          </Button>
        }
        items={[
          {
            label: 'Fit',
            shortcut: 'F',
            checked: view.zoom === 'fit',
            run: () => dispatch(viewActions.set({ zoom: 'fit', pan: [0, 0] })),
          },
          ...ZOOMS.map((zoom) => ({
            label: `${zoom * 100} %`,
            checked: view.zoom === zoom,
            run: () => dispatch(viewActions.set({ zoom, pan: [0, 0] })),
          })),
          null,
          ...SURROUNDS.map(({ id, label }) => ({
            label,
            checked: view.surround === id,
            run: () => dispatch(viewActions.set({ surround: id })),
          })),
        ]}
      />
    </div>
  )
}

function lookSays(look: string, step: Step | undefined, looks: { value: string; label: string }[]): string {
  if (look === 'source') return 'The untouched source'
  const label = looks.find((l) => l.value === look)?.label ?? look
  return look === 'region'
    ? `Where ${step?.name ?? 'the step'} acts`
    : `${label} of ${step?.name ?? 'the step'}`
}
