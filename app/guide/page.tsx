import { Marked } from 'marked'
import { useMemo } from 'react'
import { GUIDE } from './titles'

const texts = import.meta.glob<string>('../../docs/guide/*.md', {
  query: '?raw',
  import: 'default',
  eager: true,
})
const pictures = import.meta.glob<string>('../../docs/screenshots/*.png', {
  query: '?url',
  import: 'default',
  eager: true,
})

const named = <T,>(files: Record<string, T>, name: string): T | undefined =>
  Object.entries(files).find(([path]) => path.endsWith(`/${name}`))?.[1]

const marked = new Marked({
  renderer: {
    image: ({ href, text }) => {
      const src = named(pictures, href.split('/').at(-1) ?? '')
      return src ? `<img src="${src}" alt="${text}" loading="lazy">` : ''
    },
    // What lies outside the guide is not shipped with the application.
    link({ href, tokens }) {
      const text = this.parser.parseInline(tokens)
      const page = /^([\w-]+)\.md$/.exec(href)?.[1]
      return page && GUIDE.some((g) => g.page === page)
        ? `<a href="#${page}" data-page="${page}">${text}</a>`
        : text
    },
  },
})

/** One page of docs/guide, as it lies in the repository. */
export function GuidePage({ page, onPage }: { page: string; onPage(page: string): void }) {
  const html = useMemo(() => marked.parse(named(texts, `${page}.md`) ?? '', { async: false }), [page])
  return (
    <article
      className="guide min-w-0 flex-1 overflow-y-auto px-6 pb-8"
      onClick={(event) => {
        const to = (event.target as HTMLElement).closest<HTMLElement>('[data-page]')?.dataset['page']
        if (!to) return
        event.preventDefault()
        onPage(to)
      }}
      dangerouslySetInnerHTML={{ __html: html }}
    />
  )
}
