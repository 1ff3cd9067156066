/** What can be done by keys: what a page listens for, and what the sheet of shortcuts lists, are these rows. */
interface Shortcut {
  /** As the sheet writes it. */
  keys: string
  does: string
  /** Heard by a whole page; the others belong to what is in focus. */
  page?: {
    /** As the browser names it, in small letters. */
    key: string[]
    /** With Ctrl, or ⌘. */
    command: boolean
    /** With Shift or without; missing where that is one. */
    shift?: boolean
    /** Left to a field that is typed into, which has its own of it. */
    notTyping: boolean
  }
}

const withCommand = (key: string, rest: { shift?: boolean; notTyping?: boolean } = {}) => ({
  key: [key],
  command: true,
  notTyping: false,
  ...rest,
})

/** The shortcuts that a page can listen for. */
export const pageShortcuts = {
  palette: { keys: 'Ctrl K', does: 'commands: find and run anything', page: withCommand('k') },
  undo: { keys: 'Ctrl Z', does: 'undo', page: withCommand('z', { shift: false, notTyping: true }) },
  redo: { keys: 'Ctrl Shift Z', does: 'redo', page: withCommand('z', { shift: true, notTyping: true }) },
  redoToo: { keys: 'Ctrl Y', does: 'redo as well', page: withCommand('y', { notTyping: true }) },
  save: { keys: 'Ctrl S', does: 'save a version now', page: withCommand('s') },
  clear: {
    keys: 'Esc',
    does: 'break off a drag, close what is on top; else select nothing',
    page: { key: ['escape'], command: false, notTyping: true },
  },
  findings: { keys: 'F', does: 'to the findings', page: { key: ['f'], command: false, notTyping: true } },
  keys: { keys: '?', does: 'this sheet', page: { key: ['?'], command: false, notTyping: true } },
} satisfies Record<string, Shortcut>

export type PageShortcut = keyof typeof pageShortcuts

/** All shortcuts as the sheet groups them. */
export const shortcutGroups: Record<string, Shortcut[]> = {
  Everywhere: Object.values(pageShortcuts),
  'Fit grid': [
    { keys: 'Arrows', does: 'from cell to cell' },
    { keys: 'Enter', does: 'lock there, or unlock' },
    { keys: 'B', does: 'ban, or allow again' },
  ],
  'Board and drawings': [
    { keys: '+ and −', does: 'zoom' },
    { keys: '0', does: 'show all of it' },
    { keys: 'Arrows', does: 'move the sheet' },
    { keys: 'Alt and arrows', does: 'move the device or part in focus' },
    { keys: 'Enter', does: 'select' },
    { keys: '[ and ]', does: 'the wire before, the next wire' },
  ],
  'Picture, lights and controls': [
    { keys: 'Arrows', does: 'move the element, piece or edge in focus' },
    { keys: 'C', does: 'an element of the picture to the middle' },
    { keys: 'Delete', does: 'remove an element' },
  ],
}

/** Which shortcut of a page a press of a key is. @param typing a field that is typed into has the focus */
export function shortcutOf(
  event: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'shiftKey'>,
  typing: boolean,
): PageShortcut | undefined {
  const command = event.ctrlKey || event.metaKey
  const found = (Object.entries(pageShortcuts) as [PageShortcut, Shortcut][]).find(([, { page }]) => {
    if (!page || !page.key.includes(event.key.toLowerCase()) || page.command !== command) return false
    return (page.shift === undefined || page.shift === event.shiftKey) && !(page.notTyping && typing)
  })
  return found?.[0]
}
