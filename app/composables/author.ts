/** Who saves, as told on this machine. */
export function author(): string {
  return localStorage.getItem('ypodoma.author') ?? 'me'
}

/** Tells who saves from now on. */
export function setAuthor(name: string): void {
  localStorage.setItem('ypodoma.author', name.trim() || 'me')
}
