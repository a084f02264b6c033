import { FEATURE_NAMES } from '@stilus/core/lettering'
import { fontsOf, type Project } from '@stilus/core/project'
import { ChevronDown } from 'lucide-react'
import { featuresIn, useFonts } from '../../session/fonts'
import { Menu } from '../../ui/overlays'
import { Row } from './row'

/** What the letters of a family can do besides, in plain words. */
export function FeatureList(props: {
  project: Project
  family: string
  features: Readonly<Record<string, number>>
  onChange(features: Record<string, number>): void
}) {
  const { project, family, features, onChange } = props
  useFonts()
  const has = featuresIn(fontsOf(project).find(family))
  const known = Object.entries(FEATURE_NAMES).filter(([tag]) => has.includes(tag))
  if (!known.length) return null
  const on = known.filter(([tag]) => features[tag] !== undefined)
  const shown = on.map(([, { name }]) => name).join(', ') || 'As usual'
  return (
    <Row label="Forms">
      <Menu
        trigger={
          <button
            type="button"
            aria-label={`Forms of the letters: ${shown}`}
            className="flex h-7 min-w-0 items-center justify-between gap-2 rounded bg-field px-2 hover:bg-field-over"
          >
            <span className="truncate">{shown}</span>
            <ChevronDown size={14} className="shrink-0 text-dim" />
          </button>
        }
        items={() =>
          known.map(([tag, { name, usual }]) => {
            const now = features[tag] ?? (usual ? 1 : 0)
            return {
              label: name,
              checked: now > 0,
              run: () => {
                const { [tag]: _, ...rest } = features
                onChange(now > 0 === Boolean(usual) ? { ...rest, [tag]: usual ? 0 : 1 } : rest)
              },
            }
          })
        }
      />
    </Row>
  )
}
