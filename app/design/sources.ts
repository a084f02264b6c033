import type { Design, Project, Source } from '@stilus/core/project'
import type { MenuItem } from '../ui/overlays'

/** Everything that a picture of a design could show, as a menu. */
export function pictureSources(
  project: Project,
  design: Design,
  take: (source: Source, name: string) => void,
) {
  const list = (label: string, items: MenuItem[]): MenuItem[] => (items.length ? [{ label, items }] : [])
  const item = (source: Source, name: string): MenuItem => ({ label: name, run: () => take(source, name) })
  const found: MenuItem[] = [
    ...list(
      'A clip or still',
      project.media
        .filter((m) => m.kind !== 'sound')
        .map((m) =>
          item(
            { kind: 'medium', mediaId: m.id },
            project.stills?.find((s) => s.mediaId === m.id)?.name ?? m.name,
          ),
        ),
    ),
    ...list(
      'A design',
      project.designs
        .filter((d) => d.id !== design.id)
        .map((d) => item({ kind: 'design', designId: d.id }, d.name)),
    ),
    ...list(
      'A sequence',
      project.sequences.map((s) => item({ kind: 'comp', sequenceId: s.id }, s.name)),
    ),
  ]
  return found.length ? found : [{ label: 'Import a picture or a clip first, in Media', note: true }]
}
