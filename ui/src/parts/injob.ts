/** For tests: a component inside a job that is open over a network of its own. */
import { mount, type VueWrapper } from '@vue/test-utils'
import { defineComponent, h, type Component } from 'vue'
import { createMemoryHistory, createRouter } from 'vue-router'
import { afterEach, beforeEach, vi } from 'vitest'
import { network, Still, until, type Network } from '../job/network'
import { provideJob, type OpenJob } from '../job/open'

const page = { template: '<p />' }

/** Mounts a component in a job that is there, once its document and plan are. */
export async function inJob(
  component: Component,
  props: Record<string, unknown> = {},
): Promise<{ job: OpenJob; w: VueWrapper }> {
  let job!: OpenJob
  const router = createRouter({
    history: createMemoryHistory(),
    routes: ['', 'engine', 'card', 'span', 'yard', 'bring-up', 'log', 'weigh', 'review', 'desk'].map((name) => ({
      path: `/${name}/:id?`,
      name: name || 'home',
      component: page,
    })),
  })
  const w = mount(
    defineComponent(() => {
      job = provideJob('j1')
      return () => (job.plan.value ? h(component, props) : h('p'))
    }),
    { global: { plugins: [router] }, attachTo: document.body },
  )
  await until('the job is open', () => !!job.plan.value)
  await w.vm.$nextTick()
  return { job, w }
}

/** Fills in an entry as a hand does. */
export async function enter(w: VueWrapper, path: string, value: string) {
  const field = w.find(`[data-entry="${path}"] input`)
  await field.trigger('focus')
  await field.setValue(value)
  await field.trigger('change')
}

/** For each test of a file a network of its own; what it mounts by shown is gone after it. */
export function rooms() {
  const here: { network: Network; w?: VueWrapper } = { network: network() }
  beforeEach(() => {
    vi.stubGlobal('EventSource', Still)
    localStorage.clear()
    here.network = network()
  })
  afterEach(() => {
    here.w?.unmount()
    vi.unstubAllGlobals()
  })
  const shown = async (component: Component, props: Record<string, unknown> = {}) => {
    const got = await inJob(component, props)
    here.w = got.w
    return got
  }
  return { here, shown }
}
