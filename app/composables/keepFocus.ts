const focusable =
  'a[href], button:not(:disabled), input:not(:disabled), select:not(:disabled), textarea:not(:disabled), [tabindex]'
const typedInto = 'input:not([type=checkbox], [type=radio]), textarea'

/** Where the focus was: the element, what it lay in, and its place there. */
interface Trail {
  element: HTMLElement
  /** What it lies in, from the inside out, each with its place among its parent's children. */
  around: { element: Element; at: number }[]
  /** Which of its kind it was in its row, counted from the end: rows may differ in what stands before. */
  fromEnd: number
}

const isSeen = (element: Element) => element.isConnected && element.getClientRects().length > 0
const reached = (within: Element) => [...within.querySelectorAll<HTMLElement>(focusable)].filter(isSeen)
const sameKind = (list: HTMLElement[], element: Element) => list.filter(({ tagName }) => tagName === element.tagName)
const indexOf = (element: Element) => [...(element.parentElement?.children ?? [])].indexOf(element)

function trailOf(element: HTMLElement): Trail {
  const around: Trail['around'] = []
  for (let at: Element | null = element; at && at !== document.body; at = at.parentElement)
    around.push({ element: at, at: indexOf(at) })
  const row = element.closest('tr, li, article, label')
  return { element, around, fromEnd: row ? sameKind(reached(row), element).toReversed().indexOf(element) : 0 }
}

/**
 * What takes the place of an element that is gone: of what stands now where it, or what it lay in, stood, the
 * thing of the same kind; else the nearest thing around it that is still there.
 */
function successor({ element, around, fromEnd }: Trail): HTMLElement | undefined {
  const first = around.findIndex((each) => isSeen(each.element))
  if (first < 1) return undefined
  const near = around[first]!.element
  // Another page: it begins with its heading.
  if (near.matches('.v-application, .v-application__wrap, #__nuxt')) return near.querySelector('h1') ?? undefined
  const { at } = around[first - 1]!
  const there = near.children[Math.min(at, near.children.length - 1)]
  const candidates = there ? (there.matches(focusable) ? [there as HTMLElement] : reached(there)) : []
  // Nobody asked for a keyboard on the screen.
  const fits = (each: HTMLElement | undefined) => each && (element.matches(typedInto) || !each.matches(typedInto))
  const same = sameKind(candidates, element).toReversed()[Math.max(0, fromEnd)]
  return same && fits(same) ? same : (candidates.find(fits) ?? (near as HTMLElement))
}

/** The element, or what a field that is typed into lies in: there keys mean what they mean on the page, and Tab leads into it. */
function around(element: HTMLElement): HTMLElement {
  return element.matches(typedInto) ? ((element.closest('.v-input') ?? element).parentElement ?? element) : element
}

/** Whoever works by keyboard goes on where he was: when what had the focus goes away, what took its place has it. */
export function keepFocus(): void {
  let last: Trail | undefined
  /** Where the focus was before it went into a dialog or list that lies over the page. */
  let below: Trail | undefined

  document.addEventListener('focusin', ({ target }) => {
    if (!(target instanceof HTMLElement)) return
    last = trailOf(target)
    if (!target.closest('.v-overlay')) below = last
  })
  function look() {
    if (!last || document.activeElement !== document.body || isSeen(last.element)) return
    const over = last.around.some(({ element }) => element.matches('.v-overlay'))
    const next = over ? below && (isSeen(below.element) ? around(below.element) : successor(below)) : successor(last)
    // What is not there yet is waited for.
    if (!next) return
    last = undefined
    if (!next.matches(focusable)) next.tabIndex = -1
    next.focus({ preventScroll: true })
  }
  document.addEventListener('focusout', () => setTimeout(look))
  new MutationObserver(() => last && !last.element.isConnected && setTimeout(look)).observe(document.body, {
    childList: true,
    subtree: true,
  })
}
