import { allShots, findOwner, type Project, sourceName, type Stage, type Step } from '@stilus/core/project'
import { Activity, Camera, ChevronDown, Crop, FlipHorizontal2, SplitSquareHorizontal } from 'lucide-react'
import type { ReactNode } from 'react'
import { keepStillOf } from '../session/stills'
import { useAppDispatch, useView } from '../store/store'
import {
  type Against,
  type Background,
  type Compare,
  type Surround,
  viewActions,
  type ViewState,
} from '../store/view'
import { Button, IconButton } from '../ui/button'
import { Menu, type MenuItem } from '../ui/overlays'
import { NumberField } from '../ui/number-field'
import { INSPECTIONS, looksOf } from './looks'
import { SCOPES } from './scopes'

const ZOOMS = [0.25, 0.5, 1, 2, 4, 8]
const SURROUNDS: { id: Surround; label: string }[] = [
  { id: 'dark', label: 'Surround 5 %' },
  { id: 'grey', label: 'Surround 18 %' },
  { id: 'black', label: 'Surround black' },
  { id: 'white', label: 'Surround white' },
]
const BACKGROUNDS: { id: Background; label: string }[] = [
  { id: 'checker', label: 'Behind: checkerboard' },
  { id: 'black', label: 'Behind: black' },
  { id: 'grey', label: 'Behind: grey' },
  { id: 'white', label: 'Behind: white' },
  { id: 'below', label: 'Behind: the picture below' },
]
const MODES: { id: Compare['mode']; label: string; shortcut?: string }[] = [
  { id: 'off', label: 'One picture' },
  { id: 'split', label: 'Split', shortcut: 'C' },
  { id: 'side', label: 'Side by side', shortcut: 'Shift C' },
  { id: 'flip', label: 'Flip', shortcut: 'X' },
  { id: 'difference', label: 'Difference', shortcut: 'Alt C' },
]

interface DeskInView {
  project: Project
  stage: Stage
  step: Step | undefined
  /** It has nothing beside it to be compared with. */
  alone?: boolean
}

/** Above the picture: what is shown, what it is compared with, what lies over it, and how large it is. */
export function ViewBar({ desk, children }: { desk?: DeskInView; children?: ReactNode }) {
  const dispatch = useAppDispatch()
  const view = useView(
    'look',
    'inspect',
    'zoom',
    'surround',
    'background',
    'safe',
    'rulers',
    'probe',
    'scopes',
  )
  const set = (change: Partial<ViewState>) => void dispatch(viewActions.set(change))
  const zoomName = view.zoom === 'fit' ? 'Fit' : `${Math.round(view.zoom * 100)} %`
  return (
    <div className="flex h-10 shrink-0 items-center gap-1 border-b bg-ground px-2">
      {desk && <LookMenu step={desk.step} look={view.look} inspect={view.inspect} set={set} />}
      {desk && !desk.alone && <CompareMenu {...desk} />}
      {children}
      <span className="flex-1" />
      {desk && (
        <IconButton
          label="Keep a still to compare with"
          onClick={() => void keepStillOf(desk.project, desk.stage)}
        >
          <Camera size={16} />
        </IconButton>
      )}
      <Menu
        align="end"
        trigger={
          <Button look="quiet" aria-label="Scopes" aria-pressed={view.scopes.length > 0} className="px-2">
            <Activity size={16} />
          </Button>
        }
        items={SCOPES.map(({ id, label }) => ({
          label,
          checked: view.scopes.includes(id),
          run: () =>
            set({
              scopes: view.scopes.includes(id) ? view.scopes.filter((s) => s !== id) : [...view.scopes, id],
            }),
        }))}
      />
      <Menu
        align="end"
        trigger={
          <Button look="quiet" aria-label="Over and around the picture" className="px-2">
            <Crop size={16} />
          </Button>
        }
        items={[
          {
            label: 'Safe areas and centre',
            shortcut: 'Shift S',
            checked: view.safe,
            run: () => set({ safe: !view.safe }),
          },
          {
            label: 'Rulers and guides',
            shortcut: 'Shift R',
            checked: view.rulers,
            run: () => set({ rulers: !view.rulers }),
          },
          { label: 'Numbers of the pixel', checked: view.probe, run: () => set({ probe: !view.probe }) },
          null,
          ...BACKGROUNDS.map(({ id, label }) => ({
            label,
            checked: view.background === id,
            run: () => set({ background: id }),
          })),
          null,
          ...SURROUNDS.map(({ id, label }) => ({
            label,
            checked: view.surround === id,
            run: () => set({ surround: id }),
          })),
        ]}
      />
      <Menu
        align="end"
        trigger={
          <Button look="quiet" aria-label={`Zoom: ${zoomName}`} className="w-16 px-1">
            {zoomName}
          </Button>
        }
        items={[
          {
            label: 'Fit',
            shortcut: 'F',
            checked: view.zoom === 'fit',
            run: () => set({ zoom: 'fit', pan: [0, 0] }),
          },
          ...ZOOMS.map((zoom) => ({
            label: `${zoom * 100} %`,
            checked: view.zoom === zoom,
            run: () => set({ zoom, pan: [0, 0] }),
          })),
        ]}
      />
    </div>
  )
}

function LookMenu({
  step,
  look,
  inspect,
  set,
}: {
  step: Step | undefined
  look: string
  inspect: ViewState['inspect']
  set(change: Partial<ViewState>): void
}) {
  const looks = looksOf(step)
  const name = looks.find((l) => l.value === look)?.label ?? 'Result'
  const channel = INSPECTIONS.find((i) => i.value === inspect)?.label
  return (
    <Menu
      trigger={
        <Button
          look="quiet"
          aria-label={`What the viewer shows: ${name}${channel ? `, ${channel.toLowerCase()}` : ''}`}
          className="px-2"
        >
          {name}
          {channel ? `, ${channel.toLowerCase()}` : ''} <ChevronDown size={14} />
        </Button>
      }
      items={[
        ...looks.map(({ value, label, key }) => ({
          label,
          shortcut: key,
          checked: value === look,
          run: () => set({ look: value }),
        })),
        null,
        {
          label: 'All channels',
          shortcut: 'Shift 0',
          checked: inspect === null,
          run: () => set({ inspect: null }),
        },
        ...INSPECTIONS.map(({ value, label, key }) => ({
          label,
          shortcut: key,
          checked: value === inspect,
          run: () => set({ inspect: value }),
        })),
      ]}
    />
  )
}

function CompareMenu({ project, stage, step }: { project: Project; stage: Stage; step: Step | undefined }) {
  const dispatch = useAppDispatch()
  const { compare } = useView('compare')
  const set = (change: Partial<Compare>) => void dispatch(viewActions.compare(change))
  const on = compare.mode !== 'off'
  const against = (value: Against, label: string): MenuItem => ({
    label,
    checked: JSON.stringify(compare.against) === JSON.stringify(value),
    run: () => set({ against: value, ...(on ? {} : { mode: 'split' as const }) }),
  })
  const cut = stage.stack.kind === 'transition' ? findOwner(project, 'transition', stage.stack.id) : undefined
  const others = allShots(project).filter((s) => s.id !== stage.shot?.id)
  return (
    <>
      <Menu
        trigger={
          <Button
            look="quiet"
            aria-label={on ? `Compare: ${MODES.find((m) => m.id === compare.mode)?.label ?? ''}` : 'Compare'}
            aria-pressed={on}
            className="px-2"
          >
            {compare.mode === 'flip' ? <FlipHorizontal2 size={16} /> : <SplitSquareHorizontal size={16} />}
            {on ? MODES.find((m) => m.id === compare.mode)?.label : 'Compare'} <ChevronDown size={14} />
          </Button>
        }
        items={[
          ...MODES.map(({ id, label, shortcut }) => ({
            label,
            checked: compare.mode === id,
            run: () => set({ mode: id, flipped: id === 'flip' }),
            ...(shortcut ? { shortcut } : {}),
          })),
          null,
          { label: 'With', note: true },
          ...(cut
            ? (['outgoing', 'incoming'] as const).flatMap((id) => {
                const shot = findOwner(project, 'shot', (id === 'outgoing' ? cut.from : cut.to) ?? '')
                return shot ? [against({ kind: 'side', id }, `${shot.name}, the ${id} shot`)] : []
              })
            : [against({ kind: 'source' }, 'The source')]),
          ...(step ? [against({ kind: 'before' }, `The state before ${step.name}`)] : []),
          ...(stage.shot?.stood
            ? [against({ kind: 'stood' }, `${sourceName(project, stage.shot.stood.source)}, what stood here`)]
            : []),
          ...Object.keys(stage.shot?.variants ?? {}).map((id) =>
            against({ kind: 'variant', id: id as 'A' }, `Version ${id}`),
          ),
          ...(project.stills ?? []).map((s) => against({ kind: 'still', id: s.id }, `Still ${s.name}`)),
          ...(others.length
            ? [
                {
                  label: 'Another shot',
                  items: others.map((s) => against({ kind: 'shot', id: s.id }, s.name)),
                },
              ]
            : []),
        ]}
      />
      {compare.mode === 'difference' && (
        <NumberField
          label="Gain of the difference"
          value={compare.gain}
          min={1}
          max={1000}
          soft={[1, 50]}
          step={0.5}
          digits={0}
          unit="×"
          className="w-20"
          onChange={(gain) => set({ gain })}
        />
      )}
    </>
  )
}
