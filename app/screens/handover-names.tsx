import { type Delivery, layOut, NAME_FIELDS } from '@stilus/core/deliver'
import type { Project } from '@stilus/core/project'

/** The fields that say something about what is handed over. */
export const fieldsFor = (what: 'sequence' | 'marks' | 'shots', of: 'pictures' | 'mattes') =>
  NAME_FIELDS.filter((field) =>
    field === 'matte'
      ? what === 'shots' && of === 'mattes'
      : what === 'shots' || (field !== 'shot' && field !== 'number'),
  )

/** What a name can be made of, each at a press. */
export const FieldButtons = ({
  fields,
  onField,
}: {
  fields: readonly string[]
  onField(field: string): void
}) => (
  <div className="-mt-3 flex flex-wrap gap-1 pl-24">
    {fields.map((field) => (
      <button
        key={field}
        type="button"
        aria-label={`Add the ${field} to the name`}
        className="rounded bg-field px-1.5 py-0.5 text-xs text-dim hover:text-text"
        onClick={() => onField(field)}
      >
        {field}
      </button>
    ))}
  </div>
)

/** The name that the first file would have, or why it cannot have one. */
export function NameSample({ project, delivery }: { project: Project; delivery: Delivery | undefined }) {
  if (!delivery?.name) return null
  try {
    return <p className="-mt-3 truncate pl-24 text-dim">{layOut(project, delivery).name}</p>
  } catch (error) {
    return (
      <p role="alert" className="-mt-3 pl-24 text-what">
        {(error as Error).message}
      </p>
    )
  }
}
