import { z } from 'zod'
import type { Project } from './schema'

/** One kind of change: what it needs, what the history calls it, and how it changes a draft of the document; it may give sentences on what it had to leave behind. */
export interface Edit<A> {
  schema: z.ZodType<A>
  label(args: A): string
  apply(draft: Project, args: A): string[] | void
}

export function defineEdit<S extends z.ZodRawShape>(
  schema: S,
  label: (args: z.infer<z.ZodObject<S>>) => string,
  apply: (draft: Project, args: z.infer<z.ZodObject<S>>) => string[] | void,
): Edit<z.infer<z.ZodObject<S>>> {
  return { schema: z.object(schema) as unknown as z.ZodType<z.infer<z.ZodObject<S>>>, label, apply }
}
