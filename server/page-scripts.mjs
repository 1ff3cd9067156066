/**
 * Scripts of each page of the interface, with all that they import, from the build's list of its files.
 * @param {Record<string, { file: string, imports?: string[], resourceType?: string }>} manifest
 * @returns {Record<string, string[]>} names of files by the page's own
 */
export function pageScripts(manifest) {
  const withImports = (key, found = new Set()) => {
    if (!manifest[key] || found.has(key)) return found
    found.add(key)
    for (const next of manifest[key].imports ?? []) withImports(next, found)
    return found
  }
  const pages = Object.keys(manifest).filter((key) => key.startsWith('pages/'))
  return Object.fromEntries(
    pages.map((page) => [
      page,
      [...withImports(page)]
        .map((key) => manifest[key])
        .flatMap(({ file, resourceType }) => (resourceType === 'script' ? [file] : [])),
    ]),
  )
}
