/** Gives the person a file that was made in the page. */
export function saveAs(name: string, content: BlobPart, type: string): void {
  const url = URL.createObjectURL(new Blob([content], { type }))
  saveLink(name, url)
  setTimeout(() => URL.revokeObjectURL(url), 10_000)
}

/** The same of what has an address already. */
export function saveLink(name: string, href: string): void {
  const link = document.createElement('a')
  link.href = href
  link.download = name
  link.click()
}
