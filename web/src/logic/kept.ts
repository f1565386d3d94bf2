/** What is made of a thing once, for as long as it is the same object: not again while another changes. */
export function keptFor<K extends object, V>(make: (thing: K) => V): (thing: K) => V {
  const kept = new WeakMap<K, V>()
  return (thing) => {
    if (!kept.has(thing)) kept.set(thing, make(thing))
    return kept.get(thing)!
  }
}
