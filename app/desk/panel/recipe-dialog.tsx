import type { RecipeFile } from '@stilus/core/formats'
import { isNumeric, sameValue } from '@stilus/core/params'
import {
  allSteps,
  deepCopy,
  dropLinks,
  findOwner,
  originOfStack,
  type PanelControl,
  paramsOf,
  settle,
  stackOf,
  type Stage,
  type Step,
} from '@stilus/core/project'
import { useState } from 'react'
import { keepRecipe } from '../../session/library'
import { tell, uid } from '../../session/work'
import { edit, editAll } from '../../store/edit'
import { store, useAppDispatch } from '../../store/store'
import { viewActions } from '../../store/view'
import { Button } from '../../ui/button'
import { Modal } from '../../ui/overlays'

interface Candidate {
  stepId: string
  param: string
  label: string
  step: string
  changed: boolean
}

/** Every control that could stand on the panel: of the steps themselves and of those in them. */
function candidates(steps: readonly Step[]): Candidate[] {
  return allSteps(steps)
    .filter((step) => step.use !== 'group')
    .flatMap((step) =>
      Object.entries(paramsOf(step)).map(([param, declared]) => {
        const animated = step.what[param]
        return {
          stepId: step.id,
          param,
          label: declared.label,
          step: step.name,
          changed:
            Boolean(animated && (animated.keys || !sameValue(animated.value, declared.default))) &&
            isNumeric(declared),
        }
      }),
    )
}

/** Saves steps as a recipe: its name, and which controls stand on its front. They can be renamed, limited and grouped afterwards. */
export function RecipeDialog({ steps, onClose }: { steps: readonly Step[]; onClose(): void }) {
  const dispatch = useAppDispatch()
  const [group] = steps
  const own = steps.length === 1 && group?.use === 'group' ? group : undefined
  const all = candidates(steps)
  const key = (c: { stepId: string; param: string }) => `${c.stepId} ${c.param}`
  const [chosen, setChosen] = useState(
    () =>
      new Set(
        own?.panel?.length
          ? own.panel.flatMap((c) => c.targets.map(key))
          : all
              .filter((c) => c.changed)
              .slice(0, 6)
              .map(key),
      ),
  )
  const save = (name: string) => {
    const kept = (own?.panel ?? []).filter((c) => c.targets.some((t) => chosen.has(key(t))))
    const covered = new Set(kept.flatMap((c) => c.targets.map(key)))
    const fresh = all
      .filter((c) => chosen.has(key(c)) && !covered.has(key(c)))
      .map((c): PanelControl => ({
        id: uid(),
        label: c.label,
        targets: [{ stepId: c.stepId, param: c.param }],
      }))
    const panel = [...kept, ...fresh]
    const recipe = { id: uid(), name, revision: 1 }
    const groupId = own?.id ?? uid()
    const stepIds = steps.map((s) => s.id)
    if (!dispatch(editAll([['recipe.make', { stepIds, groupId, recipe, panel }]], `Make recipe ${name}`)))
      return
    dispatch(viewActions.step(groupId))
    keepCurrent(groupId)
    onClose()
  }
  return (
    <Modal title="Save as a recipe" open onClose={onClose} width="w-[480px]">
      <form
        className="grid gap-3 p-4"
        onSubmit={(event) => {
          event.preventDefault()
          const name = String(new FormData(event.currentTarget).get('name') ?? '').trim()
          if (name) save(name)
        }}
      >
        <label className="grid gap-1">
          <span className="text-dim">Name</span>
          <input
            autoFocus
            name="name"
            defaultValue={own?.name ?? steps[0]?.name ?? ''}
            maxLength={200}
            className="h-8 rounded bg-field px-2 outline-none"
            onKeyDown={(e) => e.key !== 'Escape' && e.stopPropagation()}
          />
        </label>
        <fieldset>
          <legend className="mb-1 text-dim">On the front panel</legend>
          <ul className="max-h-[38vh] overflow-y-auto rounded bg-ground p-1">
            {all.map((c) => (
              <li key={key(c)}>
                <label className="flex h-7 items-center gap-2 rounded px-2 hover:bg-field">
                  <input
                    type="checkbox"
                    checked={chosen.has(key(c))}
                    onChange={(e) => {
                      const next = new Set(chosen)
                      if (e.target.checked) next.add(key(c))
                      else next.delete(key(c))
                      setChosen(next)
                    }}
                  />
                  <span className="flex-1">{c.label}</span>
                  <span className="text-xs text-dim">{c.step}</span>
                </label>
              </li>
            ))}
          </ul>
        </fieldset>
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button look="main" type="submit">
            Save
          </Button>
        </div>
      </form>
    </Modal>
  )
}

/** The recipe of a group as it stands. What it takes from steps outside of it stays behind, and is said. */
export function recipeOf(
  { project, stack }: Pick<Stage, 'project' | 'stack'>,
  group: Step,
): RecipeFile | undefined {
  if (!group.recipe || !group.steps?.length) return undefined
  const { id, name, revision } = group.recipe
  const steps = settled(group)
  const gone = dropLinks(steps, new Set(allSteps(steps).map((s) => s.id)))
  if (gone.length)
    tell('info', `Not part of the recipe, because it comes from outside of it: ${gone.join(', ')}.`)
  return {
    format: 'stilus-recipe',
    version: 2,
    id,
    name,
    revision,
    from: originOfStack(project, stack),
    panel: group.panel ?? [],
    steps,
  }
}

/** Keeps the recipe of a group, as it stands in the document, among the user's own. */
function keepCurrent(groupId: string): void {
  const { document } = store.getState().project
  const group = document && findOwner(document, 'step', groupId)
  const stack = document && stackOf(document, 'step', groupId)
  const recipe = group && stack && recipeOf({ project: document, stack }, group)
  if (recipe) void keepRecipe(recipe)
}

/** The steps of a group with what its front says written into them. */
function settled(group: Step): Step[] {
  const copy = deepCopy(group)
  settle(copy)
  return copy.steps ?? []
}

/** Writes a recipe's state in one step to all of its uses and to the library. */
export function updateAllUses(step: Step): void {
  const revision = (step.recipe?.revision ?? 0) + 1
  if (store.dispatch(edit('recipe.update', { stepId: step.id, revision }))) keepCurrent(step.id)
}
