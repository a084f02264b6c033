import type { LetterStyle } from '@stilus/core/lettering'
import { type Design, EMPHASIS } from '@stilus/core/project'
import { edit } from '../../store/edit'
import { useAppDispatch } from '../../store/store'
import { ColourField } from '../../ui/colour-field'
import { Choice, Toggle } from '../../ui/fields'
import { NumberField } from '../../ui/number-field'
import { Group, Row } from './row'

const AS_IT_IS = '0'
const WEIGHTS = [
  { value: AS_IT_IS, label: 'As the text' },
  ...[300, 400, 600, 700, 900].map((w) => ({ value: String(w), label: String(w) })),
]

/** What emphasised letters look like in a design. */
export function EmphasisPanel({ design }: { design: Design }) {
  const dispatch = useAppDispatch()
  const style: LetterStyle = design.emphasis ?? EMPHASIS
  const set = (change: LetterStyle, gesture?: string) => {
    const next = Object.entries({ ...style, ...change }).filter(([, v]) => v !== undefined)
    dispatch(edit('design.emphasis', { designId: design.id, style: Object.fromEntries(next) }, gesture))
  }
  return (
    <Group title="Emphasised letters">
      <Row label="Colour">
        <ColourField
          label="Colour of emphasis"
          value={style.colour ?? [0.9, 0.9, 0.9]}
          onChange={(colour, gesture) => set({ colour }, gesture)}
        />
      </Row>
      <Row label="Weight">
        <Choice
          label="Weight of emphasis"
          value={String(style.weight ?? AS_IT_IS)}
          options={WEIGHTS}
          onChange={(v) => set({ weight: v === AS_IT_IS ? undefined : Number(v) })}
        />
      </Row>
      <Row label="Size">
        <NumberField
          label="Size of emphasis"
          value={(style.size ?? 1) * 100}
          min={10}
          max={1000}
          soft={[50, 200]}
          step={1}
          digits={0}
          unit="%"
          onChange={(v, gesture) => set({ size: Math.abs(v - 100) < 1e-9 ? undefined : v / 100 }, gesture)}
        />
      </Row>
      <Row label="Italic">
        <Toggle
          label="Italic emphasis"
          value={style.italic ?? false}
          onChange={(on) => set({ italic: on || undefined })}
        />
      </Row>
      <Row label="Underline">
        <Toggle
          label="Underlined emphasis"
          value={style.underline ?? false}
          onChange={(on) => set({ underline: on || undefined })}
        />
      </Row>
    </Group>
  )
}
