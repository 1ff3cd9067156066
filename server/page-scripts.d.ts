declare module '#page-scripts' {
  /** Names of files by page; empty while developing. */
  const scripts: Record<string, string[]>
  export default scripts
}
