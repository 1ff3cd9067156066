const format = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' })

/** Day and time of an ISO 8601 date, as this machine writes them. */
export function dayAndTime(iso: string): string {
  return format.format(new Date(iso))
}
