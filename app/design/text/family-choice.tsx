import { type Family, FAMILY_KINDS } from '@stilus/core/lettering'
import { fontsOf, type Project } from '@stilus/core/project'
import { ChevronDown } from 'lucide-react'
import { useRef } from 'react'
import { bringFonts } from '../../session/bring-fonts'
import { Menu, type MenuItem } from '../../ui/overlays'

const KINDS: Record<string, string> = {
  sans: 'Plain',
  serif: 'With serifs',
  display: 'For headlines',
  condensed: 'Narrow',
  slab: 'With slabs',
  script: 'Written by hand',
  stencil: 'Stencil',
  blackletter: 'Blackletter',
  mono: 'Even widths',
  arabic: 'Arabic',
  hebrew: 'Hebrew',
  devanagari: 'Devanagari',
  thai: 'Thai',
  japanese: 'Japanese',
  chinese: 'Chinese',
}
const WEIGHTS: Record<number, string> = {
  100: 'Hairline',
  200: 'Extra light',
  300: 'Light',
  400: 'Regular',
  500: 'Medium',
  600: 'Half bold',
  700: 'Bold',
  800: 'Extra bold',
  900: 'Black',
}

/** The weights that a family has, as choices. */
export function weightsOf(family: Family | undefined): { value: string; label: string }[] {
  const axis = family?.axes.find((a) => a.tag === 'wght')
  const all = axis
    ? Object.keys(WEIGHTS)
        .map(Number)
        .filter((w) => w >= axis.min && w <= axis.max)
    : [...new Set(family?.faces.map((f) => f.weight) ?? [400])]
  return all.sort((a, b) => a - b).map((w) => ({ value: String(w), label: `${WEIGHTS[w] ?? 'Weight'} ${w}` }))
}

/** The families that text can be set in, by what they are for; and a way to bring more. */
export function FamilyChoice({
  project,
  value,
  onChange,
}: {
  project: Project
  value: string
  onChange(id: string): void
}) {
  const file = useRef<HTMLInputElement>(null)
  const fonts = fontsOf(project)
  const known = fonts.find(value)
  const shown = known?.name ?? `${value.replace(/^own /, '')} is missing`
  const item = ({ id, name }: Family): MenuItem => ({
    label: name,
    checked: id === value,
    run: () => onChange(id),
  })
  const items = (): (MenuItem | null)[] => {
    const own = fonts.families.filter((f) => f.kind === 'own')
    return [
      ...(own.length ? [{ label: 'Of this project', items: own.map(item) }] : []),
      ...FAMILY_KINDS.map((kind) => ({
        label: KINDS[kind] ?? kind,
        items: fonts.families.filter((f) => f.kind === kind).map(item),
      })),
      null,
      { label: 'Bring fonts …', run: () => file.current?.click() },
    ]
  }
  return (
    <>
      <Menu
        trigger={
          <button
            type="button"
            aria-label={`Family of the letters: ${shown}`}
            className="flex h-7 min-w-0 items-center justify-between gap-2 rounded bg-field px-2 hover:bg-field-over"
          >
            <span className={known ? 'truncate' : 'truncate text-alert'}>{shown}</span>
            <ChevronDown size={14} className="shrink-0 text-dim" />
          </button>
        }
        items={items}
      />
      <input
        ref={file}
        type="file"
        hidden
        multiple
        accept=".ttf,.otf,.woff,.woff2"
        aria-label="Font files"
        onChange={(event) => {
          const files = [...(event.currentTarget.files ?? [])]
          event.currentTarget.value = ''
          void bringFonts(files).then((family) => family && onChange(family))
        }}
      />
    </>
  )
}
