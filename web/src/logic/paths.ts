/** The value at a path of a document, its parts joined by slashes; undefined where there is none. */
export function read(at: unknown, path: string): unknown {
  return path.split('/').reduce<unknown>((now, name) => (now as Record<string, unknown> | null | undefined)?.[name], at)
}

/** Writes a value at a path, making what lies between where it is missing. */
export function write(at: unknown, path: string, value: unknown): void {
  const names = path.split('/')
  const last = names.pop()!
  let now = at as Record<string, unknown>
  for (const name of names) now = (now[name] ??= {}) as Record<string, unknown>
  now[last] = value
}
