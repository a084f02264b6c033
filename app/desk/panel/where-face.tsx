import { readSvg, SvgError } from '@stilus/core/formats'
import { type Act, type Binding, type Medium, regionsIn, type Region, type Step } from '@stilus/core/project'
import { KEY_KINDS, valueOf } from '@stilus/core/region'
import { Circle, Key, Spline, Square } from 'lucide-react'
import { useRef } from 'react'
import { tell, uid } from '../../session/work'
import { edit, editAll } from '../../store/edit'
import { store, useAppDispatch, useView } from '../../store/store'
import { type Drawing, viewActions } from '../../store/view'
import { Button } from '../../ui/button'
import { cx } from '../../ui/classes'
import { Toggle } from '../../ui/fields'
import { Menu, type MenuItem } from '../../ui/overlays'
import { NumberField } from '../../ui/number-field'
import { hasItems, pasteItems } from '../region/item-menu'
import { ItemPanel, Riding } from '../region/item-panel'
import { RegionList } from '../region/region-list'
import { timeAt, useDesk } from '../use-desk'

const TOOLS = [
  { kind: 'ellipse', label: 'Ellipse', icon: Circle },
  { kind: 'rectangle', label: 'Rectangle', icon: Square },
  { kind: 'outline', label: 'Outline', icon: Spline },
] as const

const HINTS: Partial<Record<Drawing, string>> = {
  ellipse: 'Drag on the picture to draw the ellipse. Escape leaves it.',
  rectangle: 'Drag on the picture to draw the rectangle. Escape leaves it.',
  outline:
    'Click for hard corners, drag for soft ones. Click the first one again or press Enter to close; Backspace takes one back.',
}

/** Where a step acts: shapes to draw, keys, clips and regions to take, how they join, and what the chosen one is set to. */
export function WhereFace({ step }: { step: Step }) {
  const { project } = useDesk()
  const dispatch = useAppDispatch()
  const { drawing, itemId, keySelf } = useView('drawing', 'itemId', 'keySelf')
  const at = { stepId: step.id }
  const regions = step.where ? regionsIn(project, step.where) : []
  const all = regions.flatMap((r) => r.items)
  const chosen = all.find((s) => s.id === itemId) ?? all[0]
  const outlines = drawing === 'outline' || all.some((s) => s.kind === 'outline')
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-2">
      <div className="grid grid-cols-[minmax(0,4fr)_minmax(0,5fr)_minmax(0,4fr)_28px] gap-1">
        {TOOLS.map(({ kind, label, icon: Icon }) => (
          <Button
            key={kind}
            aria-pressed={drawing === kind}
            className={cx('gap-1! px-0!', drawing === kind && 'ring-1 ring-where')}
            onClick={() =>
              dispatch(viewActions.set({ drawing: drawing === kind ? null : kind, look: 'result' }))
            }
          >
            <Icon size={14} /> {label}
          </Button>
        ))}
        <AddMenu step={step} />
      </div>
      {drawing && HINTS[drawing] ? (
        <p className="text-where">{HINTS[drawing]}</p>
      ) : (
        !all.length && (
          <p className="text-dim">
            The step acts on the whole picture. Draw a shape on the picture, or take a key, to limit it.
          </p>
        )
      )}
      {outlines && (
        <label
          className="flex min-h-7 items-center justify-between"
          title="Moving a corner at another time sets a key of the whole outline. Switched off, it moves at all times."
        >
          <span className="text-dim">Key by itself</span>
          <Toggle
            label="Key by itself"
            value={keySelf}
            onChange={(v) => dispatch(viewActions.set({ keySelf: v }))}
          />
        </label>
      )}
      {step.where && all.length > 0 && (
        <>
          <RegionList step={step} region={step.where} label="Shapes" />
          {regions.slice(1).map((region) => (
            <SharedRegion key={nameOf(region)} step={step} region={region} />
          ))}
          <WholeRegion step={step} region={step.where} />
        </>
      )}
      {chosen && <ItemPanel key={chosen.id} step={step} shape={chosen} at={{ ...at, itemId: chosen.id }} />}
    </div>
  )
}

const nameOf = (region: Region): string => {
  const item = store
    .getState()
    .project.document?.shelf?.find((s) => s.kind === 'region' && s.region === region)
  return item?.name ?? 'Region of the shelf'
}

/** A region of the shelf that is used here: what is changed in it changes everywhere. */
function SharedRegion({ step, region }: { step: Step; region: Region }) {
  const name = nameOf(region)
  return (
    <div className="ml-3 border-l pl-1">
      <p className="px-1 text-xs text-faint">{name}, on the shelf: changes everywhere it is used</p>
      <RegionList step={step} region={region} label={`Items of ${name}`} />
    </div>
  )
}

/** What holds for the region as a whole. */
function WholeRegion({ step, region }: { step: Step; region: Region }) {
  const dispatch = useAppDispatch()
  const { lookItem, look, overlay } = useView('lookItem', 'look', 'overlay')
  const at = { stepId: step.id }
  return (
    <div className="grid gap-0.5 border-t pt-1">
      <label className="flex min-h-7 items-center justify-between">
        <span className="text-dim">Invert the region</span>
        <Toggle
          label="Invert the region"
          value={region.invert}
          onChange={(invert) => dispatch(edit('region.invert', { ...at, invert }))}
        />
      </label>
      <div className="flex items-center justify-between gap-2">
        <span className="text-dim">Motion blur, shutter</span>
        <NumberField
          label="Shutter of the region"
          value={region.shutter ?? 0}
          min={0}
          max={720}
          soft={[0, 360]}
          step={5}
          digits={0}
          unit="°"
          onChange={(shutter, gesture) => dispatch(edit('region.shutter', { ...at, shutter }, gesture))}
          className="w-20"
        />
      </div>
      {look.startsWith('region') && (
        <>
          <label className="flex min-h-7 items-center justify-between">
            <span className="text-dim">See the chosen item alone</span>
            <Toggle
              label="See the chosen item alone"
              value={lookItem}
              onChange={(v) => dispatch(viewActions.set({ lookItem: v }))}
            />
          </label>
          {look === 'region overlay' && (
            <div className="flex items-center justify-between gap-2">
              <span className="text-dim">Density of the overlay</span>
              <NumberField
                label="Density of the overlay"
                value={overlay * 100}
                min={5}
                max={100}
                step={1}
                digits={0}
                unit="%"
                onChange={(v) => dispatch(viewActions.set({ overlay: v / 100 }))}
                className="w-20"
              />
            </div>
          )}
        </>
      )}
      <details>
        <summary className="cursor-pointer py-1 text-dim">The whole region rides</summary>
        <Riding shape={region} at={at} />
      </details>
    </div>
  )
}

/** What shows of a clip at treatment time 0: its first frame. */
const material = ({ id }: Medium): Binding => ({
  kind: 'material',
  source: { kind: 'medium', mediaId: id },
  in: 0,
  fit: 'fit',
  beyond: 'hold',
})

const KEYS: Record<(typeof KEY_KINDS)[number], string> = {
  luminance: 'Luminance key',
  chroma: 'Colour key',
  hsl: 'Hue key',
}

/** Items that are not drawn: keys, clips, regions of the shelf, drawings from files, and what was copied. */
function AddMenu({ step }: { step: Step }) {
  const { project, stage } = useDesk()
  const dispatch = useAppDispatch()
  const picker = useRef<HTMLInputElement>(null)
  const at = { stepId: step.id }
  const add = (rest: Omit<Extract<Act, readonly ['region.add', unknown]>[1], 'stepId' | 'itemId'>) => {
    const itemId = uid()
    if (dispatch(edit('region.add', { ...at, itemId, ...rest }))) dispatch(viewActions.set({ itemId }))
  }
  const media = project.media.filter((m) => m.kind === 'video' || m.kind === 'still')
  const kept = (project.shelf ?? []).filter((s) => s.kind === 'region')
  const drawing = async (file: File) => {
    try {
      const list = readSvg(await file.text(), stage.size)
      const keyed = store.getState().view.keySelf ? { keyed: timeAt(stage, store.getState().view.frame) } : {}
      const acts = list.map(({ corners }): Act => [
        'region.add',
        { ...at, itemId: uid(), kind: 'outline', form: { points: valueOf(corners) }, ...keyed },
      ])
      dispatch(editAll(acts, `Read ${file.name}`))
    } catch (error) {
      tell('problem', error instanceof SvgError ? `"${file.name}": ${error.message}` : String(error))
    }
  }
  const items = (): (MenuItem | null)[] => [
    ...KEY_KINDS.map((kind) => ({ label: KEYS[kind], run: () => add({ kind }) })),
    null,
    {
      label: 'Matte from a clip',
      disabled: !media.length,
      items: media.map((m) => ({ label: m.name, run: () => add({ kind: 'matte', input: material(m) }) })),
    },
    {
      label: 'Region from the shelf',
      disabled: !kept.length,
      items: kept.map((r) => ({ label: r.name, run: () => add({ kind: 'region', regionId: r.id }) })),
    },
    null,
    { label: 'Outlines from a drawing (SVG) …', run: () => picker.current?.click() },
    { label: 'Paste items', disabled: !hasItems(), run: () => pasteItems(step.id) },
    {
      label: 'Put all on the shelf',
      disabled: !step.where?.items.length,
      run: () =>
        void dispatch(edit('region.keep', { ...at, shelfId: uid(), name: `Region of ${step.name}` })),
    },
  ]
  return (
    <>
      <Menu
        align="end"
        trigger={
          <Button aria-label="Keys, clips, the shelf and files" className="px-0!">
            <Key size={14} />
          </Button>
        }
        items={items}
      />
      <input
        ref={picker}
        type="file"
        hidden
        accept=".svg"
        data-testid="svg-input"
        onChange={(e) => {
          const file = e.target.files?.[0]
          if (file) void drawing(file)
          e.target.value = ''
        }}
      />
    </>
  )
}
