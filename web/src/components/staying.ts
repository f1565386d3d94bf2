/** What a list of PrimeVue's has, as far as it is asked here. */
interface Opened {
  overlayVisible: boolean
  alignOverlay(): void
  unbindScrollListener(): void
  following?: () => void
}

/**
 * The list with its field. PrimeVue shuts it when anything around its field scrolls, and a panel scrolls by itself
 * when an answer changes what stands above: the list would be gone under the finger. Here it moves along instead.
 */
export function staying<C extends object>(list: C): C {
  const options = list as { methods?: object; beforeUnmount?: () => void }
  const methods = {
    ...options.methods,
    bindScrollListener(this: Opened) {
      if (this.following) return
      this.following = () => {
        if (this.overlayVisible) this.alignOverlay()
      }
      this.following() // it may have moved while the list came up
      document.addEventListener('scroll', this.following, { capture: true, passive: true })
    },
    unbindScrollListener(this: Opened) {
      if (this.following) document.removeEventListener('scroll', this.following, { capture: true })
      this.following = undefined
    },
  }
  function beforeUnmount(this: Opened) {
    options.beforeUnmount?.call(this)
    this.unbindScrollListener()
  }
  return { ...list, methods, beforeUnmount }
}
