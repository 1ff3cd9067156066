import { ofBrowser } from '~/session/own-storage'

/** Who saves, as told on this machine. */
export function author(): string {
  return ofBrowser.read('ypodoma.author') ?? 'me'
}

/** Tells who saves from now on. */
export function setAuthor(name: string): void {
  ofBrowser.keep('ypodoma.author', name.trim() || 'me')
}
