import { readFileSync } from 'node:fs'

interface Locked {
  version?: string
  license?: string
  dev?: boolean
  devOptional?: boolean
  optional?: boolean
  hasInstallScript?: boolean
}

export interface UsedPackage {
  name: string
  version: string
  licence: string
  /** It wants to run a program of its own when it is installed. */
  installs: boolean
}

/** Licences that stand in a package's LICENSE file and not in its description. */
const inItsFile: Record<string, string> = { 'png-js': 'MIT' }

/** The packages that the product is made of or installed with, as the lock file has them. */
export function usedPackages(all = false): UsedPackage[] {
  const { packages } = JSON.parse(readFileSync('package-lock.json', 'utf8')) as { packages: Record<string, Locked> }
  return Object.entries(packages)
    .filter(([path, locked]) => path && (all || (!locked.dev && !locked.devOptional)))
    .map(([path, { version = '', license, hasInstallScript = false }]) => {
      const name = path.split('node_modules/').at(-1)!
      return { name, version, licence: license ?? inItsFile[name] ?? 'not told', installs: hasInstallScript }
    })
    .sort((one, other) => one.name.localeCompare(other.name) || one.version.localeCompare(other.version))
}

/** The page that lists them. */
export function licencesPage(packages: UsedPackage[]): string {
  const counts = new Map<string, number>()
  for (const { licence } of packages) counts.set(licence, (counts.get(licence) ?? 0) + 1)
  const sums = [...counts].sort(([, one], [, other]) => other - one).map(([licence, count]) => `${licence}: ${count}`)
  const rows = packages.map(({ name, version, licence }) => `| ${name} | ${version} | ${licence} |`)
  return [
    '# Licences',
    '',
    'Packages that the product runs on or is built with, from the lock file; written by `npm run docs`.',
    '',
    `${sums.join(', ')}.`,
    '',
    '| package | version | licence |',
    '| --- | --- | --- |',
    ...rows,
    '',
  ].join('\n')
}
