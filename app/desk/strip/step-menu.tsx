import { listOf, type Step } from '@stilus/core/project'
import { type ReactNode, useState } from 'react'
import { copySteps, copiedName, hasSteps, pasteParts, pasteSteps } from '../../session/clipboard'
import { uid } from '../../session/work'
import { edit, editAll } from '../../store/edit'
import { useAppDispatch } from '../../store/store'
import { viewActions } from '../../store/view'
import { Ask } from '../../ui/ask'
import type { MenuItem } from '../../ui/overlays'
import { pictureChoices } from '../panel/inputs'
import { RecipeDialog } from '../panel/recipe-dialog'
import { useDesk } from '../use-desk'

/** Puts steps into a group and selects it. */
export function useGrouping() {
  const dispatch = useAppDispatch()
  return (steps: readonly Step[], name: string) => {
    const groupId = uid()
    const stepIds = steps.map((s) => s.id)
    if (dispatch(edit('steps.group', { stepIds, groupId, name }))) dispatch(viewActions.step(groupId))
  }
}

/** Everything that can be done with selected steps, and the dialogs that it needs. */
export function useStepMenu(steps: readonly Step[]): { items: (MenuItem | null)[]; dialogs: ReactNode } {
  const { project, stage } = useDesk()
  const dispatch = useAppDispatch()
  const group = useGrouping()
  const [asking, setAsking] = useState<'group' | 'recipe' | null>(null)
  const [step] = steps
  if (!step) return { items: [], dialogs: null }
  const only = steps.length === 1
  const ids = steps.map((s) => s.id)
  const at = { stepId: step.id }
  const list = listOf(project, step.id)
  const index = list.findIndex((s) => s.id === step.id)
  const together = steps.every((s) => list.some((l) => l.id === s.id))
  const part = (label: string, parts: ('what' | 'where' | 'when')[]): MenuItem => ({
    label,
    run: () => pasteParts(ids, parts, 'kept'),
  })
  const remove = () => {
    const next = list.filter((s) => !ids.includes(s.id))
    dispatch(viewActions.step(next[Math.min(index, next.length - 1)]?.id ?? null))
    dispatch(only ? edit('step.remove', at) : edit('steps.remove', { stepIds: ids }))
  }
  const items: (MenuItem | null)[] = [
    ...(only
      ? [
          {
            label: 'Duplicate',
            shortcut: 'Ctrl D',
            run: () => dispatch(edit('step.copy', { ...at, newId: uid() })),
          },
          {
            label: 'Move earlier',
            shortcut: 'Alt ←',
            disabled: index === 0,
            run: () => dispatch(edit('step.move', { ...at, to: index - 1 })),
          },
          {
            label: 'Move later',
            shortcut: 'Alt →',
            disabled: index === list.length - 1,
            run: () => dispatch(edit('step.move', { ...at, to: index + 1 })),
          },
          {
            label: 'Branch from here …',
            run: () =>
              dispatch(viewActions.set({ drawer: 'catalogue', branch: { from: step.id }, insertAt: null })),
          },
          {
            label: 'Work on another picture',
            items: pictureChoices(stage, step, 'frame', (binding) =>
              dispatch(edit('input.bind', { ...at, input: 'before', binding })),
            ),
          },
          { label: 'Reset all controls', run: () => dispatch(edit('step.reset', at)) },
          null,
        ]
      : []),
    { label: 'Copy', shortcut: 'Ctrl C', run: () => copySteps(stage, ids) },
    {
      label: `Paste ${hasSteps() ? copiedName() : ''} after`,
      shortcut: 'Ctrl V',
      disabled: !hasSteps(),
      run: () =>
        pasteSteps([stage], 'kept', stage.steps.findIndex((s) => s.id === step.id) + 1 || stage.steps.length),
    },
    ...(hasSteps()
      ? [
          {
            label: 'Paste onto the shot',
            items: [
              { label: 'Times kept', run: () => pasteSteps([stage], 'kept') },
              { label: 'Times scaled to its length', run: () => pasteSteps([stage], 'scaled') },
              { label: 'Times from its end', run: () => pasteSteps([stage], 'end') },
            ],
          },
          {
            label: only ? 'Paste into this step' : 'Paste into these steps',
            items: [
              part('Only What', ['what']),
              part('Only Where', ['where']),
              part('Only When', ['when']),
              part('All three', ['what', 'where', 'when']),
            ],
          },
        ]
      : []),
    null,
    { label: 'Group …', shortcut: 'Ctrl G', disabled: !together, run: () => setAsking('group') },
    ...(only && step.use === 'group'
      ? [
          {
            label: 'Open up into plain steps',
            shortcut: 'Ctrl Shift G',
            run: () => {
              dispatch(edit('group.open', at))
              dispatch(viewActions.steps((step.steps ?? []).map((s) => s.id)))
            },
          },
        ]
      : []),
    { label: 'Save as a recipe …', disabled: !together, run: () => setAsking('recipe') },
    null,
    { label: only ? 'Remove' : `Remove ${steps.length} steps`, shortcut: 'Del', danger: true, run: remove },
  ]
  const dialogs = (
    <>
      <Ask
        title={only ? 'Put the step into a group' : `Group ${steps.length} steps`}
        label="Name of the group"
        open={asking === 'group'}
        start="Group"
        done="Group"
        onClose={() => setAsking(null)}
        onDone={(name) => {
          setAsking(null)
          group(steps, name)
        }}
      />
      {asking === 'recipe' && <RecipeDialog steps={steps} onClose={() => setAsking(null)} />}
    </>
  )
  return { items, dialogs }
}

/** Switches several steps at once. */
export const switchSteps = (steps: readonly Step[], on: boolean) =>
  editAll(
    steps.map((s) => ['step.switch', { stepId: s.id, on }] as const),
    `Switch ${steps.length} steps ${on ? 'on' : 'off'}`,
  )
