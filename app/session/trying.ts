import { type Act, perform, type Project } from '@stilus/core/project'

/** The project as it would be after an edit; as it is where the edit cannot be made. */
export function tryOn(project: Project, [name, args]: Act): Project {
  try {
    return perform(project, name, args as never).project
  } catch {
    return project
  }
}
