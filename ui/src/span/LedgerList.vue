<script setup lang="ts">
/** What the plan says: this bay's findings first, then the rest, gravest first. */
import { computed, ref } from 'vue'
import type { Finding } from '../api/client'
import type { Remark } from '../api/people'
import { signedAt } from '../parts/dates'
import GradeMark from '../parts/GradeMark.vue'
import TermText from '../glossary/TermText.vue'
import { vRove } from '../parts/rove'
import { useJob } from '../job/open'

const props = defineProps<{ bay: string; remarks?: Remark[] }>()
const emit = defineEmits<{ bay: [bay: string, entry?: string]; answered: [remark: string] }>()
/** What people said and nobody answered yet stands among the findings, at its bay. */
const said = (own: boolean) =>
  (props.remarks ?? []).filter((r) => r.kind === 'remark' && !r.settled && own === (!r.bay || r.bay === props.bay))
const job = useJob()
const open = ref(new Set<string>())
const all = computed(() => job.plan.value?.findings ?? [])
const titles = computed(() => new Map((job.plan.value?.bays ?? []).map((b) => [b.bay, b.title])))
const groups = computed(() => [
  {
    name: titles.value.get(props.bay) ?? '',
    own: true,
    list: all.value.filter((f) => f.bay === props.bay && !green(f)),
  },
  { name: 'The other bays', own: false, list: all.value.filter((f) => f.bay !== props.bay && !green(f)) },
  {
    name: '',
    own: false,
    list: greensOpen.value ? all.value.filter(green).sort((a, b) => own(b) - own(a)) : [],
  },
])
/** What is good is one line that opens; this bay's own stand first in it. */
const green = (f: Finding) => f.grade === 'good'
const own = (f: Finding) => Number(f.bay === props.bay)
const greensOpen = ref(false)
const greens = computed(() => all.value.filter(green).length)
/** Notes are short until they are opened; stops and cautions stand whole. */
const short = (f: Finding) => (f.grade === 'note' || f.grade === 'good') && !open.value.has(f.id)
const count = computed(() => {
  const words: [string, string, string][] = [
    ['stop', 'stop', 'stops'],
    ['caution', 'caution', 'cautions'],
    ['open', 'open', 'open'],
  ]
  const parts = words.flatMap(([grade, one, many]) => {
    const n = all.value.filter((f) => f.grade === grade).length
    return n ? [`${n} ${n === 1 ? one : many}`] : []
  })
  return parts.length ? parts.join(', ') : 'nothing against it'
})

function toggle(f: Finding) {
  const next = new Set(open.value)
  if (!next.delete(f.id)) next.add(f.id)
  open.value = next
}

const estimated = (f: Finding) => (f.why ?? []).some((w) => w.estimated)
</script>

<template>
  <aside id="ledger" v-rove="'.finding'" class="ledger" tabindex="-1" aria-label="What this plan says">
    <header>
      <h2>What this plan says</h2>
      <span class="soft">{{ count }}</span>
    </header>
    <template v-for="(g, at) in groups" :key="at">
      <button
        v-if="at === 2 && greens"
        type="button"
        class="greens"
        :aria-expanded="greensOpen"
        @click="greensOpen = !greensOpen"
      >
        <GradeMark grade="good" :size="16" /> {{ greens }} checked and good
        <span class="soft">{{ greensOpen ? 'close' : 'open' }}</span>
      </button>
      <h3 v-else-if="g.list.length || (at < 2 && said(g.own).length)" class="ledger-group">{{ g.name }}</h3>
      <template v-if="at < 2">
        <article v-for="r in said(g.own)" :key="r.id" class="finding finding-open" :data-remark="r.id">
          <GradeMark grade="open" :size="18" />
          <div>
            <p class="finding-sentence remark-said">
              <strong>{{ r.words }}</strong>
            </p>
            <p class="finding-detail">
              {{ r.who || 'no name' }}{{ r.signed || !r.who ? '' : ', name as typed' }}, {{ signedAt(r.at) }}, revision
              {{ r.revision }}
            </p>
            <p class="finding-foot">
              <button v-if="job.may()" type="button" class="plain cure" @click="emit('answered', r.id)">
                Answered
              </button>
              <button v-if="!g.own && r.bay" type="button" class="why" @click="emit('bay', r.bay)">
                Go to {{ titles.get(r.bay as Finding['bay']) }}
              </button>
            </p>
          </div>
        </article>
      </template>
      <article v-for="f in g.list" :key="f.id" class="finding" :class="`finding-${f.grade}`" :data-finding="f.id">
        <GradeMark :grade="f.grade" :size="18" />
        <div>
          <p class="finding-sentence">
            <strong><TermText :text="f.sentence" /></strong>
          </p>
          <p v-if="f.detail && !short(f)" class="finding-detail"><TermText :text="f.detail" /></p>
          <p v-if="f.limit && !short(f)" class="finding-detail">
            <span class="nobreak">{{ f.figure }}</span><template v-if="f.figure">; </template>limit
            <span class="nobreak">{{ f.limit }}</span>
          </p>
          <p class="finding-foot">
            <template v-for="c in f.cures ?? []" :key="c.label">
              <button v-if="job.may(c.path)" type="button" class="plain cure" @click="job.cure(c)">
                {{ c.label }}
              </button>
            </template>
            <button
              v-if="f.why?.length || (short(f) && f.detail)"
              type="button"
              class="why"
              :aria-expanded="open.has(f.id)"
              @click="toggle(f)"
            >
              {{ short(f) && f.detail ? 'More' : 'Why' }}
            </button>
            <button v-if="!g.own" type="button" class="why" @click="emit('bay', f.bay, f.entries?.[0])">
              Go to {{ titles.get(f.bay) }}
            </button>
            <span v-if="estimated(f)" class="soft nobreak"><span class="ring ring-estimated" />partly estimated</span>
            <span v-if="f.planning" class="soft">guide value</span>
          </p>
          <ul v-if="open.has(f.id)" class="whys">
            <li v-for="(w, n) in f.why ?? []" :key="n">
              <span class="formula">{{ w.formula }}</span>
              <span v-if="w.numbers" class="formula">{{ w.numbers }}</span>
              <span class="soft"><span v-if="w.estimated" class="ring ring-estimated" />{{ w.source }}</span>
              <RouterLink v-if="w.section" :to="{ name: 'engine', hash: `#${w.section}` }"
                >how it is computed</RouterLink
              >
            </li>
          </ul>
        </div>
      </article>
    </template>
  </aside>
</template>

<style scoped>
.remark-said {
  white-space: pre-line;
  overflow-wrap: anywhere;
}
.ledger {
  background: var(--sheet);
  border-left: 1px solid var(--rule);
  min-width: 0;
}
.ledger > :deep(header) {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 12px;
  padding: 12px 18px;
  border-bottom: 1px solid var(--rule);
}
.ledger > :deep(header h2) {
  font-size: 1rem;
}
.greens {
  display: flex;
  align-items: center;
  gap: 12px;
  width: 100%;
  min-height: 40px;
  padding: 8px 18px;
  border: 0;
  border-bottom: 1px solid var(--stone-deep);
  background: transparent;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.ledger:focus {
  outline: none;
}
.ledger-group {
  padding: 8px 18px 4px;
  font-size: 0.83rem;
  color: var(--soft);
}
.finding {
  display: grid;
  grid-template-columns: 18px 1fr;
  gap: 12px;
  padding: 10px 18px;
  border-bottom: 1px solid var(--stone-deep);
}
.finding :deep(.grade) {
  margin-top: 2px;
}
.finding-stop {
  background: var(--brick-pale);
}
.finding-sentence {
  line-height: 1.3;
}
.finding-detail {
  color: var(--soft);
  font-size: 0.93rem;
  margin-top: 3px;
}
.finding-foot {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 12px;
  font-size: 0.87rem;
  margin-top: 4px;
}
.cure {
  min-height: 28px;
  padding: 2px 10px;
}
.whys {
  margin: 6px 0 0;
  padding: 8px 10px;
  list-style: none;
  border-left: 3px solid var(--rule);
  background: var(--paper);
  font-size: 0.87rem;
}
.whys :deep(li + li) {
  margin-top: 8px;
}
.whys :deep(li > span) {
  display: block;
}
.whys :deep(.ring) {
  display: inline-block;
}
.nobreak {
  white-space: nowrap;
}
@media (max-width: 760px) {
  .cure {
    min-height: 44px;
  }
}
@media (max-width: 760px) {
  .ledger {
    border-left: 0;
    border-top: 1px solid var(--rule);
  }
}
</style>
