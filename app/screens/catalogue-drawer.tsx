import type { RecipeFile } from '@stilus/core/formats'
import type { Act, Project, Shot } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { type Family, type StepDeclaration, STEPS } from '@stilus/core/steps'
import { useMemo, useRef, useState } from 'react'
import {
  dropKept,
  importRecipe,
  type Kept,
  markFavourite,
  saveRecipeFile,
  useRecipes,
} from '../session/library'
import { tryOn } from '../session/trying'
import { uid } from '../session/work'
import { edit } from '../store/edit'
import { useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'
import { Button } from '../ui/button'
import { EmptyState } from '../ui/fields'
import { Favourite } from '../ui/favourite'
import { Menu } from '../ui/overlays'
import { Thumb } from '../viewer/thumb'
import { Head } from './drawers'

const FAMILIES: Record<Family, string> = {
  ...{ colour: 'Colour', light: 'Light', blur: 'Blur and focus', texture: 'Texture' },
  ...{ warp: 'Shape and warp', key: 'Keys', generate: 'Generators', time: 'Time' },
}

/** How far a name is from what was typed: it begins with it, a word of it does, or neither. */
const distance = (name: string, words: readonly string[]): number => {
  const parts = name.toLowerCase().split(' ')
  return words.every((w) => parts[0]?.startsWith(w))
    ? 0
    : words.every((w) => parts.some((p) => p.startsWith(w)))
      ? 1
      : 2
}

/** Treatments and recipes on the shot's own picture. Resting the pointer on one shows it large; a click adds it, a drag drops it into the strip. */
export function CatalogueDrawer({
  project,
  shot,
  onAdd,
}: {
  project: Project
  shot: Shot
  onAdd(use: string): void
}) {
  const [text, setText] = useState('')
  const dispatch = useAppDispatch()
  const { insertAt } = useView('insertAt')
  const recipes = useRecipes()
  const picker = useRef<HTMLInputElement>(null)
  const words = text.toLowerCase().split(/\s+/).filter(Boolean)
  const says = (said: string) => words.every((w) => said.toLowerCase().includes(w))
  const found = STEPS.filter((s) => says(`${s.name} ${FAMILIES[s.family]} ${s.purpose}`)).sort(
    (a, b) => distance(a.name, words) - distance(b.name, words),
  )
  const foundRecipes = recipes.filter((r) => says(`${r.value.name} recipe`))
  const families = [...new Set(found.map((s) => s.family))]
  const before = insertAt !== null && insertAt < shot.steps.length ? shot.steps[insertAt] : undefined
  return (
    <>
      <Head title="Treatments" />
      <div className="grid gap-1.5 border-b p-2">
        <input
          autoFocus
          type="search"
          aria-label="Find a treatment"
          placeholder="Find a treatment or a recipe"
          value={text}
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => {
            e.stopPropagation()
            if (e.key === 'Enter' && found[0]) onAdd(found[0].id)
            if (e.key === 'Escape') dispatch(viewActions.set({ drawer: null, trying: null, insertAt: null }))
          }}
          className="h-7 w-full rounded bg-field px-2 placeholder:text-faint focus:outline-none"
        />
        {before && <p className="text-dim">What you choose goes before {before.name}.</p>}
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto p-2">
        {families.map((family) => (
          <section key={family} aria-label={FAMILIES[family]} className="mb-3">
            <h3 className="px-1 pb-1 text-xs font-semibold text-faint">{FAMILIES[family]}</h3>
            {found
              .filter((s) => s.family === family)
              .map((step) => (
                <Treatment key={step.id} project={project} shot={shot} step={step} onAdd={onAdd} />
              ))}
          </section>
        ))}
        <section aria-label="Recipes" className="mb-3">
          <h3 className="flex items-center justify-between px-1 pb-1 text-xs font-semibold text-faint">
            Recipes
            <button
              type="button"
              className="font-normal hover:text-text"
              onClick={() => picker.current?.click()}
            >
              Read from a file …
            </button>
          </h3>
          <input
            ref={picker}
            type="file"
            hidden
            data-testid="recipe-input"
            accept=".json"
            onChange={(e) => {
              const file = e.target.files?.[0]
              if (file) void importRecipe(file)
              e.target.value = ''
            }}
          />
          {foundRecipes.map((recipe) => (
            <RecipeCard
              key={recipe.id}
              project={project}
              shot={shot}
              recipe={recipe}
              at={insertAt ?? shot.steps.length}
            />
          ))}
        </section>
        {!found.length && !foundRecipes.length && <EmptyState text={`No treatment matches "${text}".`} />}
      </div>
    </>
  )
}

/** Shows an act on the picture while the pointer or the focus rests on what it is for. */
function useTrying(act: Act) {
  const dispatch = useAppDispatch()
  const show = (on: boolean) => void dispatch(viewActions.set({ trying: on ? act : null }))
  return {
    onMouseEnter: () => show(true),
    onMouseLeave: () => show(false),
    onFocus: () => show(true),
    onBlur: () => show(false),
  }
}

const CARD = 'flex w-full items-start gap-2.5 rounded p-1.5 text-left hover:bg-field'

function Treatment(props: { project: Project; shot: Shot; step: StepDeclaration; onAdd(use: string): void }) {
  const { project, shot, step, onAdd } = props
  const { frame, insertAt } = useView('frame', 'insertAt')
  const at = insertAt ?? shot.steps.length
  const act = useMemo<Act>(
    () => ['step.add', { shotId: shot.id, stepId: 'trying', use: step.id, at }],
    [shot.id, step.id, at],
  )
  const tried = useMemo(() => tryOn(project, act), [project, act])
  const target = useMemo<Target>(() => ({ kind: 'shot', shotId: shot.id }), [shot.id])
  return (
    <button
      type="button"
      draggable
      className={CARD}
      {...useTrying(act)}
      onDragStart={(e) => e.dataTransfer.setData('application/x-stilus-treatment', step.id)}
      onClick={() => onAdd(step.id)}
    >
      <Thumb project={tried} target={target} frame={frame} width={96} className="shrink-0 rounded-sm" />
      <span className="grid min-w-0 gap-0.5">
        <span>{step.name}</span>
        <span className="line-clamp-3 text-xs text-dim">{step.purpose}</span>
      </span>
    </button>
  )
}

const recipeAct = (
  shot: Shot,
  { id, name, revision, steps, front, from }: RecipeFile,
  stepId: string,
  at: number,
): Act => ['recipe.use', { shotId: shot.id, stepId, at, recipe: { id, name, revision }, steps, front, from }]

function RecipeCard({
  project,
  shot,
  recipe,
  at,
}: {
  project: Project
  shot: Shot
  recipe: Kept<RecipeFile>
  at: number
}) {
  const dispatch = useAppDispatch()
  const { frame } = useView('frame')
  const { name, front } = recipe.value
  const act = useMemo(() => recipeAct(shot, recipe.value, 'trying', at), [shot, recipe.value, at])
  const tried = useMemo(() => tryOn(project, act), [project, act])
  const target = useMemo<Target>(() => ({ kind: 'shot', shotId: shot.id }), [shot.id])
  const add = () => {
    const stepId = uid()
    if (!dispatch(edit(...(recipeAct(shot, recipe.value, stepId, at) as ['recipe.use', never])))) return
    dispatch(viewActions.step(stepId))
    dispatch(viewActions.set({ face: 'what', trying: null, insertAt: null }))
  }
  return (
    <div className="group/card relative">
      <button type="button" className={CARD} {...useTrying(act)} onClick={add}>
        <Thumb project={tried} target={target} frame={frame} width={96} className="shrink-0 rounded-sm" />
        <span className="grid min-w-0 gap-0.5">
          <span>{name}</span>
          <span className="line-clamp-2 text-xs text-dim">
            {front.map((c) => c.label).join(', ') || 'No front panel'}
          </span>
        </span>
      </button>
      <div className="absolute top-1 right-1 flex gap-0.5">
        <Favourite
          name={name}
          on={recipe.favourite}
          className="group-hover/card:opacity-100"
          onChange={(on) => void markFavourite(recipe, on)}
        />
        <Menu
          align="end"
          trigger={
            <Button
              look="quiet"
              aria-label={`More for recipe ${name}`}
              className="!h-6 px-1 opacity-0 group-hover/card:opacity-100 focus-visible:opacity-100 data-[state=open]:opacity-100"
            >
              ⋯
            </Button>
          }
          items={[
            { label: 'Write to a file', run: () => saveRecipeFile(recipe.value) },
            {
              label: 'Remove from the library',
              danger: true,
              disabled: recipe.shipped,
              run: () => void dropKept(recipe.id),
            },
          ]}
        />
      </div>
    </div>
  )
}
