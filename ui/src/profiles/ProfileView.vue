<script setup lang="ts">
/** A profile of the workshop, typed section by section; what it is good for stands beside it. */
import { computed, nextTick, onMounted, onUnmounted, ref, shallowRef, watch } from 'vue'
import { useDebounceFn, useEventListener } from '@vueuse/core'
import { onBeforeRouteLeave, useRoute, useRouter } from 'vue-router'
import { newChangeID, Trouble } from '../api/client'
import { profiles, type Checked, type Parameter, type ProfileAnswer, type Words } from '../api/profiles'
import { setHead } from '../desk/head'
import { listen } from '../desk/live'
import { when } from '../parts/dates'
import { useTried } from '../parts/tried'
import { formPath, withAt, type Rec } from './at'
import { valueAt } from '../job/document'
import { sectionsOf, type Kind } from './form'
import LeafletPaste from './LeafletPaste.vue'
import ProfileField from './ProfileField.vue'
import ProfileRows from './ProfileRows.vue'
import TerminalStrip from './TerminalStrip.vue'
import TryPanel from './TryPanel.vue'

const props = defineProps<{ id: string; profile: string }>()
const route = useRoute()
const router = useRouter()
const kind = ref<Kind>('drive')
const all = shallowRef<Rec>({})
const stored = shallowRef<ProfileAnswer>()
const checked = shallowRef<Checked>()
const words = shallowRef<Words>()
const base = shallowRef<Rec>() // the shipped one that it was copied of
const dirty = ref(false)
const behind = ref(0) // a version that was stored elsewhere
const { trouble, tried } = useTried()
let change = newChangeID()

const fresh = computed(() => props.profile === 'new')
const sections = computed(() => sectionsOf(kind.value))
const wrong = computed(
  () => new Map((checked.value?.problems ?? []).map((p) => [formPath(p.path), `${found(p.found)}; ${p.wanted}.`])),
)
/** What was found, in words where it is nothing. */
const found = (text: string) => (text === '""' ? 'Nothing yet' : `Found ${text}`)
const codes = computed(() => ((all.value.parameters as Rec[] | undefined) ?? []).map((r) => String(r.code ?? '')))
const was = (path: string) => {
  if (!base.value || path === 'name' || path === 'about') return ''
  const [now, then] = [valueAt(all.value, path), valueAt(base.value, path)]
  if (JSON.stringify(now) === JSON.stringify(then)) return ''
  return then === undefined ? 'not said by the one that ships' : `the one that ships: ${String(then)}`
}

function show(got: ProfileAnswer) {
  stored.value = got
  kind.value = got.kind
  all.value = got.profile
  checked.value = got.checked
  dirty.value = false
  behind.value = 0
  setHead(got.workshop, got.name)
}

const load = (revision = 0) => tried(async () => show(await profiles.one(props.id, props.profile, revision)))

async function begin() {
  const asked = route.query
  kind.value = asked.kind === 'dc' ? 'dc' : 'drive'
  setHead('', 'A new profile')
  await tried(async () => {
    let of: Parameters<typeof profiles.begin>[1] = {}
    const entered = (history.state as { begin?: string } | null)?.begin // at a machine
    if (entered) of = JSON.parse(entered) as typeof of
    else if (asked.shipped) of = { shipped: String(asked.shipped) }
    else if (asked.plate) of = { plate: String(asked.plate) }
    const got = await profiles.begin(kind.value, of)
    all.value = got.profile
    checked.value = got.checked
    dirty.value = true
  })
}

onMounted(async () => {
  await (fresh.value ? begin() : load())
  words.value = await profiles.words(kind.value).catch(() => undefined)
  const copied = all.value.copy_of
  if (typeof copied === 'string') {
    const path = kind.value === 'drive' ? 'drives' : 'controllers'
    base.value = (await fetch(`/api/${path}/${encodeURIComponent(copied)}.json`)
      .then((r) => (r.ok ? r.json() : undefined))
      .catch(() => undefined)) as Rec | undefined
  }
})
watch(
  () => props.profile,
  (now) => now !== 'new' && now !== stored.value?.id && void load(),
)

/** Told while it is typed. */
const look = useDebounceFn(async () => {
  const got = await profiles.check(kind.value, all.value).catch(() => undefined)
  if (got) checked.value = got
}, 250)
function put(path: string, value: unknown) {
  all.value = withAt(all.value, path, value)
  dirty.value = true
  void look()
}
function take(parameters: Parameter[]) {
  const fresh = new Set(parameters.map((p) => p.code))
  const functions = new Set(parameters.map((p) => p.function))
  const kept = ((all.value.parameters as Rec[] | undefined) ?? []).filter(
    (r) => !fresh.has(String(r.code)) && !functions.has(String(r.function) as Parameter['function']),
  )
  put('parameters', [...kept, ...parameters])
}

async function store() {
  await tried(async () => {
    if (fresh.value) {
      const got = await profiles.add(props.id, change, kind.value, all.value)
      change = newChangeID()
      show(got)
      await router.replace(`/workshops/${props.id}/profiles/${got.id}`)
      return
    }
    try {
      show(await profiles.save(props.id, props.profile, stored.value!.revision, all.value))
    } catch (e) {
      if (e instanceof Trouble && e.status === 409) {
        behind.value = (await profiles.one(props.id, props.profile)).revision
        return
      }
      throw e
    }
  })
}
/** Ours over theirs: theirs stays as a version. */
async function over() {
  const mine = all.value
  if (!(await load())) return
  all.value = mine
  await store()
}
const drop = () =>
  tried(async () => {
    await profiles.drop(props.id, props.profile)
    dirty.value = false
    await router.push(`/workshops/${props.id}/profiles`)
  })
const sure = ref(false)

/** What is missing leads to its field; what is taken instead stands behind it. */
const parted = (text: string) => {
  const at = text.indexOf('. ')
  return at < 0 ? [text, ''] : [text.slice(0, at + 1), text.slice(at + 2)]
}
async function goTo(path: string) {
  const at = formPath(path)
  await nextTick()
  const field = document.querySelector<HTMLElement>(
    `[data-path="${CSS.escape(at)}"] :is(input, select, textarea), [data-at="${CSS.escape(at.split('.')[0]!)}"]`,
  )
  field?.scrollIntoView({ block: 'center' })
  field?.focus()
}
useEventListener(window, 'beforeunload', (e) => dirty.value && e.preventDefault())
onBeforeRouteLeave(() => !dirty.value || window.confirm('What you typed here is not stored. Leave it?'))
const stop = listen((n) => {
  if (n.id === undefined && !fresh.value && !dirty.value) void load()
})
onUnmounted(stop)
</script>

<template>
  <main class="page profile">
    <header class="profile-head">
      <div>
        <p class="soft">
          <RouterLink :to="`/workshops/${id}/profiles`">Drives and controllers of the workshop</RouterLink>
        </p>
        <h1>{{ all.name || (kind === 'drive' ? 'A drive' : 'A DC controller') }}</h1>
        <p class="soft">
          <template v-if="stored"
            >Version {{ stored.revision }}, {{ stored.who || 'somebody' }}, {{ when(stored.at) }}.</template
          >
          <template v-else>Not stored yet.</template>
          {{ dirty && stored ? 'Changed since, not stored.' : '' }}
        </p>
      </div>
      <span class="profile-acts">
        <a v-if="stored" class="plain" :href="`/api/workshops/${id}/profiles/${stored.id}/profile.json`" download
          >As a file</a
        >
        <button v-if="stored && !sure" type="button" class="why" @click="sure = true">Take it off the list</button>
        <button v-if="sure" type="button" class="plain" @click="drop">Take it off; machines keep theirs</button>
      </span>
    </header>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p v-if="behind" class="trouble" role="alert">
      Version {{ behind }} was stored meanwhile, in another window or by somebody else. Nothing was overwritten.
      <button type="button" class="plain" @click="load()">Take theirs</button>
      <button type="button" class="plain" @click="over">Store mine over it; theirs stays as a version</button>
    </p>
    <div class="profile-both">
      <div>
        <section v-for="s in sections" :key="s.id" class="profile-section" :aria-label="s.title">
          <h2>{{ s.title }}</h2>
          <p v-if="s.about" class="soft">{{ s.about }}</p>
          <LeafletPaste v-if="s.id === 'codes'" :words="words" :known="codes" @take="take" />
          <div class="profile-fields">
            <TerminalStrip
              v-if="s.id === 'terminals'"
              :terminals="(valueAt(all, 'terminals') as Rec[] | undefined) ?? []"
              :words="words"
            />
            <template v-for="f in s.fields" :key="f.path">
              <template v-if="f.kind === 'rows'">
                <h3
                  class="profile-list"
                  :class="{ 'for-readers': f.label === s.title }"
                  tabindex="-1"
                  :data-at="f.path"
                >
                  {{ f.label }}
                </h3>
                <ProfileRows
                  :field="f"
                  :value="valueAt(all, f.path)"
                  :path="f.path"
                  :words="words"
                  :wrong="wrong"
                  @put="put(f.path, $event)"
                />
              </template>
              <ProfileField
                v-else
                :field="f"
                :value="valueAt(all, f.path)"
                :wrong="wrong.get(f.path)"
                :was="was(f.path)"
                @put="put(f.path, $event)"
              />
            </template>
          </div>
        </section>
      </div>
      <aside class="profile-aside">
        <button v-if="dirty" type="button" class="strong profile-store" @click="store">
          {{ stored ? `Store version ${stored.revision + 1}` : 'Store it' }}
        </button>
        <section aria-label="What it is good for">
          <h2>{{ checked?.usable ? 'Good to plan with' : 'Not to be planned on yet' }}</h2>
          <ul v-if="checked?.problems.length" class="profile-problems">
            <li v-for="p in checked.problems" :key="p.path + p.found">
              <button type="button" class="why" @click="goTo(p.path)">{{ p.path }}</button>: {{ found(p.found) }};
              {{ p.wanted }}.
            </li>
          </ul>
          <template v-if="checked?.lacks.length">
            <h3>What it does not say</h3>
            <ul>
              <li v-for="l in checked.lacks" :key="l.path + l.text">
                <button type="button" class="why" @click="goTo(l.path)">{{ parted(l.text)[0] }}</button>
                <span class="soft profile-taken">{{ parted(l.text)[1] }}</span>
              </li>
            </ul>
          </template>
          <p v-else-if="checked?.usable">It says everything that a plan needs.</p>
        </section>
        <TryPanel :kind="kind" :profile="{ ...all, id: all.id || 'new' }" :usable="!!checked?.usable" />
        <section v-if="(stored?.versions.length ?? 0) > 1" aria-label="Versions">
          <h2>Versions</h2>
          <ul class="profile-versions">
            <li v-for="v in stored!.versions" :key="v.revision">
              <button type="button" class="why" :disabled="dirty" @click="load(v.revision)">
                Version {{ v.revision }}
              </button>
              <span class="soft"> {{ v.who }}, {{ when(v.at) }}</span>
            </li>
          </ul>
        </section>
      </aside>
    </div>
  </main>
</template>

<style scoped>
.profile {
  max-width: 1240px;
  margin: 0 auto;
  padding: 16px 18px 40px;
}
.profile-head {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 8px 16px;
}
.profile-head :deep(p) {
  margin: 0;
}
.profile-acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}
.profile-both {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 21rem;
  gap: 0 32px;
  align-items: start;
}
.profile-section {
  padding: 12px 0;
  border-top: 1px solid var(--rule);
}
.profile-fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(11rem, 1fr));
  gap: 10px 16px;
  align-items: start;
}
.profile-list {
  grid-column: 1 / -1;
  margin: 6px 0 0;
}
.profile-aside {
  position: sticky;
  top: 12px;
  display: grid;
  gap: 16px;
  max-height: calc(100vh - 24px);
  overflow-y: auto;
  padding: 12px 0;
}
.profile-aside :deep(ul) {
  list-style: none;
  margin: 4px 0;
  padding: 0;
}
.profile-aside :deep(li) {
  padding: 3px 0;
  line-height: 1.35;
}
.profile-store {
  justify-self: start;
}
.profile-taken {
  margin-left: 0.35em;
}
.profile-aside :deep(.why) {
  display: inline;
  text-align: left;
}
.profile-problems {
  color: var(--brick);
}
@media (max-width: 900px) {
  .profile-both {
    grid-template-columns: minmax(0, 1fr);
  }
  .profile-aside {
    position: static;
    max-height: none;
  }
  .profile-fields {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  }
  .profile-store {
    position: fixed;
    z-index: 3;
    bottom: 12px;
    left: 18px;
    right: 18px;
    min-height: 48px;
  }
}
</style>
