import { colourWord, type ColourEncoding, MATRICES, PRIMARIES, RANGES, TRANSFERS } from '@stilus/core/colour'
import type { Medium } from '@stilus/core/project'
import { rateName, RATES } from '@stilus/core/time'
import { edit } from '../store/edit'
import { useAppDispatch } from '../store/store'
import { Choice } from '../ui/fields'

const FILE = 'file'
const PARTS: { part: keyof ColourEncoding; label: string; values: readonly string[] }[] = [
  { part: 'transfer', label: 'Curve', values: TRANSFERS },
  { part: 'primaries', label: 'Primaries', values: PRIMARIES },
  { part: 'matrix', label: 'Matrix', values: MATRICES.filter((m) => m !== 'rgb') },
  { part: 'range', label: 'Range', values: RANGES },
]
const ALPHA = [
  { value: FILE, label: 'As the file says' },
  { value: 'straight', label: 'Straight' },
  { value: 'premultiplied', label: 'Premultiplied' },
  { value: 'ignored', label: 'Ignored' },
]

/** How a clip's codes are read: left to its file, part by part, or said here. */
export function ReadAs({ medium }: { medium: Medium }) {
  const dispatch = useAppDispatch()
  const { id: mediaId, colour, alpha } = medium
  const set = (part: keyof ColourEncoding, value: string) => {
    const { [part]: _, ...rest } = colour ?? {}
    const next = value === FILE ? rest : { ...rest, [part]: value }
    dispatch(edit('medium.read', { mediaId, colour: next as typeof colour, alpha }))
  }
  return (
    <div role="group" aria-label={`How ${medium.name} is read`} className="grid gap-1.5 py-2">
      <p className="text-xs text-dim">The file says {medium.coding || 'nothing of its colour'}.</p>
      {PARTS.map(({ part, label, values }) => (
        <Line key={part} label={label}>
          <Choice
            label={label}
            value={String(colour?.[part] ?? FILE)}
            options={[
              { value: FILE, label: 'As the file says' },
              ...values.map((value) => ({ value, label: colourWord(value as ColourEncoding['matrix']) })),
            ]}
            onChange={(v) => set(part, v)}
          />
        </Line>
      ))}
      <Line label="Alpha">
        <Choice
          label="Alpha"
          value={alpha ?? FILE}
          options={ALPHA}
          onChange={(v) =>
            dispatch(
              edit('medium.read', { mediaId, colour, alpha: v === FILE ? undefined : (v as typeof alpha) }),
            )
          }
        />
      </Line>
      {medium.gaps && (
        <Line label="Rate">
          <Choice
            label="Rate"
            value={rateName(medium.rate)}
            options={Object.entries(RATES)
              .filter(([, rate]) => !rate.drop)
              .map(([name]) => ({ value: name, label: `${name} fps` }))}
            onChange={(v) => {
              const rate = RATES[v]
              if (rate) dispatch(edit('medium.rate', { mediaId, rate }))
            }}
          />
        </Line>
      )}
    </div>
  )
}

function Line({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <div className="grid grid-cols-[72px_minmax(0,1fr)] items-center gap-2">
      <span className="text-dim">{label}</span>
      {children}
    </div>
  )
}
