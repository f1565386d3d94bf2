import PrimeSelect from 'primevue/select'
import { computed, defineComponent, Fragment, h, onMounted, ref, useId, type VNode } from 'vue'
import { narrowed } from '@/api/adapt'
import { staying } from '@/components/staying'

const Select = staying(PrimeSelect)
interface Choice {
  value: unknown
  label: string
  disabled: boolean
}
/** More options than these are searched by typing. */
const LONG = 12

function textOf(node: VNode): string {
  if (typeof node.children === 'string') return node.children.trim()
  return Array.isArray(node.children) ? node.children.map((child) => textOf(child as VNode)).join('') : ''
}

function choicesOf(nodes: VNode[]): Choice[] {
  return nodes.flatMap((node) => {
    if (node.type === Fragment) return choicesOf(node.children as VNode[])
    if (node.type !== 'option') return []
    const label = textOf(node)
    const props = node.props ?? {}
    return [
      {
        value: 'value' in props ? props.value : label,
        label,
        disabled: 'disabled' in props && props.disabled !== false,
      },
    ]
  })
}

/** A Select with its options as `<option>` elements, named by `aria-label` or by the label around it. */
export default defineComponent({
  name: 'SelectBox',
  inheritAttrs: false,
  // The value is whatever the options hold: a key, a number, nothing.
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  props: { modelValue: { type: narrowed<() => any>(null), default: undefined }, disabled: Boolean },
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  emits: narrowed<Record<'update:modelValue' | 'change', (value: any) => void>>(['update:modelValue', 'change']),
  setup(props, { slots, attrs, emit }) {
    const id = useId()
    const root = ref<{ $el: HTMLElement } | null>(null)
    const inside = ref('')
    onMounted(() => {
      const asked = attrs.id as string | undefined
      const label = asked ? document.querySelector(`label[for="${asked}"]`) : root.value?.$el.closest('label')
      if (!label) return
      const own = [...label.childNodes].filter((node) => node !== root.value?.$el && !root.value?.$el.contains(node))
      inside.value = own
        .map((node) => node.textContent ?? '')
        .join(' ')
        .trim()
    })
    const named = computed(() => (attrs['aria-label'] as string | undefined) ?? (inside.value || undefined))
    return () => {
      const options = choicesOf(slots.default?.() ?? [])
      const asked = attrs.id as string | undefined
      return h(Select, {
        ...attrs,
        id: undefined,
        ref: root,
        labelId: asked ?? `${id}-select`,
        modelValue: props.modelValue,
        options,
        optionLabel: 'label',
        optionValue: 'value',
        optionDisabled: 'disabled',
        disabled: props.disabled,
        ariaLabel: named.value,
        filter: options.length > LONG,
        size: 'small',
        placeholder: options.find((one) => one.value === props.modelValue)?.label,
        'onUpdate:modelValue': (value: unknown) => {
          emit('update:modelValue', value)
          emit('change', value)
        },
      })
    }
  },
})
