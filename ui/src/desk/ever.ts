/** What is fetched when it is opened, not with the page. */
import { defineAsyncComponent, defineComponent, h, ref, watch, type Component, type Ref } from 'vue'

/** Whether something was open yet. */
export function useEver(open: () => unknown): Ref<boolean> {
  const ever = ref(!!open())
  watch(open, (now) => (ever.value ||= !!now), { flush: 'sync' })
  return ever
}

/** A dialog or drawer with v-model, there from its first opening on; it is written as if it were there from the start. */
export function whenOpened<T extends Component>(load: () => Promise<{ default: T }>): T {
  const Inner = defineAsyncComponent(load)
  const Opened = defineComponent({
    inheritAttrs: false,
    props: { modelValue: Boolean },
    setup(props, { attrs }) {
      const ever = useEver(() => props.modelValue)
      return () => (ever.value ? h(Inner as Component, { ...attrs, modelValue: props.modelValue }) : null)
    },
  })
  return Opened as unknown as T
}
