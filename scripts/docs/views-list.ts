import { format, resolveConfig } from 'prettier'
import { stages, type Stage } from '#core/checks'
import { allViews } from '../../app/views'

const [begin, end] = ['<!-- views: written by npm run docs -->', '<!-- end of views -->']

/** A guide with its table of stages and views as they are. @throws Error when it has no place for it */
export async function withViews(guide: string): Promise<string> {
  const [from, to] = [guide.indexOf(begin), guide.indexOf(end)]
  if (from < 0 || to < from) throw new Error('docs/guide.md has no place for the list of views')
  const rows = (Object.keys(stages) as Stage[]).map((stage) => {
    const views = allViews.filter((each) => each.stage === stage).map(({ view }) => view.title)
    return `| ${stages[stage]} | ${views.join(', ') || 'one page'} |`
  })
  const table = ['| stage | views |', '| --- | --- |', ...rows].join('\n')
  const text = `${guide.slice(0, from)}${begin}\n\n${table}\n\n${guide.slice(to)}`
  return format(text, { ...(await resolveConfig('docs/guide.md')), parser: 'markdown' })
}
