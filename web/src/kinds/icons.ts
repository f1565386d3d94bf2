import { Fence, LayoutGrid, Tent, Umbrella, Waves } from 'lucide-vue-next'

/** A small drawing of each kind of structure; a kind without one gets the grid. */
const ICONS: Record<string, typeof Fence> = {
  fence: Fence,
  deck: LayoutGrid,
  pergola: Umbrella,
  'lean-to': Tent,
  pavilion: Tent,
  float: Waves,
}
export const kindIcon = (kind: string) => ICONS[kind] ?? LayoutGrid
