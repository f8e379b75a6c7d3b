<script setup lang="ts">
/** Columns of bridges, rows of questions; the cell that decides a column is marked. On a phone one column at a time. */
import { computed, ref, watch } from 'vue'
import type { Column, Kind, RowTitle } from '../api/weigh'
import GradeMark from '../parts/GradeMark.vue'

const props = defineProps<{
  rows: RowTitle[]
  columns: Column[]
  best?: string
  narrow: boolean
  /** Titles of the columns where they are not bridges but variants of one job. */
  titles?: string[]
}>()
const picked = ref(0)
watch(
  () => [props.best, props.columns.length],
  () =>
    (picked.value = Math.max(
      0,
      props.columns.findIndex((c) => c.kind === props.best),
    )),
  { immediate: true },
)
const shown = computed(() =>
  props.columns.map((c, i) => ({ c, i })).filter(({ i }) => !props.narrow || i === picked.value),
)
const used = computed(() => props.rows.filter((r) => props.columns.some((c) => c.cells.some((x) => x.row === r.id))))
const cell = (c: Column, row: string) => c.cells.find((x) => x.row === row)
/** A column that answers hardly anything says its verdict down its whole length. */
const bare = (c: Column) => c.kind === 'none' || c.waits || !(cell(c, 'starts') || cell(c, 'all-day'))
const title = (c: Column, i: number) => props.titles?.[i] ?? c.name
defineSlots<{ foot(p: { column: Column; kind: Kind; index: number }): unknown; waits(): unknown }>()
</script>

<template>
  <div class="weigh-table">
    <div v-if="narrow" class="weigh-pick" role="group" aria-label="Which column">
      <button
        v-for="(c, i) in columns"
        :key="i"
        type="button"
        :aria-pressed="i === picked"
        :class="{ on: i === picked }"
        @click="picked = i"
      >
        <GradeMark v-if="c.kind !== 'none' && !c.waits" :grade="c.grade" :size="13" /> {{ title(c, i) }}
      </button>
    </div>
    <table>
      <thead>
        <tr>
          <th scope="col"><span class="for-readers">Question</span></th>
          <th v-for="{ c, i } in shown" :key="i" scope="col" :class="{ best: c.kind === best }" :data-column="c.kind">
            <p class="weigh-name">
              <GradeMark v-if="c.kind !== 'none' && !c.waits" :grade="c.grade" />
              {{ title(c, i) }}
              <span v-if="c.kind === best" class="weigh-taken">the answer</span>
              <span v-if="c.chosen && !titles" class="weigh-mine">the job’s</span>
            </p>
            <p v-if="c.best" class="weigh-best">{{ c.best }}</p>
            <slot name="foot" :column="c" :kind="c.kind" :index="i" />
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(r, k) in used" :key="r.id">
          <th scope="row">{{ r.title }}</th>
          <template v-for="{ c, i } in shown" :key="i">
            <td v-if="bare(c) && k === 0" :rowspan="used.length" class="weigh-bare" :data-column="c.kind">
              <slot v-if="c.waits" name="waits" />
              <p v-else>{{ c.verdict }}</p>
              <div v-for="w in c.ways ?? []" :key="w.title" class="weigh-way">
                <h3>{{ w.title }}</h3>
                <p>{{ w.text }}</p>
                <p class="soft">Needs: {{ w.needs }}.</p>
                <details v-if="w.why.length" class="soft">
                  <summary>Why</summary>
                  <p v-for="y in w.why" :key="y.formula">
                    {{ y.formula }}: {{ y.numbers }} ({{ y.source }}{{ y.estimated ? ', estimated' : '' }})
                  </p>
                </details>
              </div>
            </td>
            <td
              v-else-if="!bare(c)"
              :class="[`grade-cell-${cell(c, r.id)?.grade ?? 'none'}`, { decides: cell(c, r.id)?.decides }]"
              :data-cell="`${c.kind} ${r.id}`"
            >
              <template v-if="cell(c, r.id)">
                <p class="weigh-says">
                  <GradeMark
                    v-if="['stop', 'caution', 'good'].includes(cell(c, r.id)!.grade)"
                    :grade="cell(c, r.id)!.grade"
                    :size="13"
                  />
                  <span
                    >{{ cell(c, r.id)!.text
                    }}<abbr
                      v-if="cell(c, r.id)!.mark === 'estimated'"
                      class="weigh-ring"
                      title="estimated, or leaning on an estimate"
                      >○</abbr
                    ><abbr v-else-if="cell(c, r.id)!.mark === 'measured'" class="weigh-ring" title="measured"
                      >●</abbr
                    ></span
                  >
                </p>
                <p v-if="cell(c, r.id)!.decides" class="weigh-decides">this decides the column</p>
                <p v-for="n in cell(c, r.id)!.notes" :key="n" class="weigh-note">{{ n }}</p>
                <details v-if="cell(c, r.id)!.why.length" class="soft">
                  <summary>Why</summary>
                  <p v-for="(y, n) in cell(c, r.id)!.why" :key="n">
                    {{ y.formula }}<template v-if="y.numbers">: {{ y.numbers }}</template> ({{ y.source
                    }}{{ y.estimated ? ', estimated' : '' }})
                  </p>
                </details>
              </template>
              <span v-else class="soft">–</span>
            </td>
          </template>
        </tr>
        <tr v-if="columns.some((c) => c.schools.length)">
          <th scope="row">What the schools say</th>
          <td v-for="{ c, i } in shown" :key="i">
            <ul class="weigh-schools">
              <li v-for="s in c.schools" :key="s.name">
                <GradeMark :grade="s.grade" :size="12" />
                <span
                  ><strong>{{ s.name }}</strong
                  >: {{ s.says }}. <span class="soft">By the engine: {{ s.ours }}</span></span
                >
              </li>
            </ul>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.weigh-table table {
  width: 100%;
  table-layout: fixed;
  border-collapse: collapse;
}
.weigh-table :deep(th),
.weigh-table :deep(td) {
  padding: 7px 10px;
  vertical-align: top;
  text-align: left;
  border-bottom: 1px solid var(--rule);
  overflow-wrap: anywhere;
}
thead :deep(th) {
  position: sticky;
  top: 0;
  z-index: 2;
  background: var(--paper);
  border-bottom: 2px solid var(--ink);
}
thead :deep(th:first-child),
tbody :deep(th) {
  width: 9.5rem;
}
tbody :deep(th) {
  font-weight: 600;
  font-size: 0.93rem;
}
thead :deep(th.best) {
  background: var(--river-pale);
}
.weigh-name {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 6px;
  font-size: 1.05rem;
  font-weight: 600;
}
.weigh-best {
  font-weight: 400;
  font-size: 0.9rem;
}
.weigh-taken,
.weigh-mine {
  padding: 0 6px;
  font-size: 0.78rem;
  font-weight: 400;
  border: 1px solid currentcolor;
}
.weigh-taken {
  background: var(--river);
  border-color: var(--river);
  color: #fff;
}
.weigh-says {
  display: flex;
  gap: 6px;
  align-items: baseline;
  font-weight: 600;
}
.weigh-says .grade {
  flex: none;
  transform: translateY(1px);
}
.weigh-note,
.weigh-table details,
.weigh-schools {
  font-size: 0.86rem;
}
.weigh-note {
  color: var(--soft);
}
.weigh-ring {
  text-decoration: none;
  color: var(--soft);
  margin-left: 4px;
  cursor: help;
}
.decides {
  box-shadow: inset 4px 0 0 var(--ink);
  background: var(--stone);
}
.decides.grade-cell-stop {
  box-shadow: inset 4px 0 0 var(--brick);
  background: var(--brick-pale);
}
.decides.grade-cell-caution {
  box-shadow: inset 4px 0 0 var(--ochre-fill);
  background: var(--ochre-pale);
}
.decides.grade-cell-good {
  box-shadow: inset 4px 0 0 var(--moss-fill);
  background: var(--moss-pale);
}
.decides .weigh-note {
  color: var(--ink);
}
.weigh-decides {
  font-size: 0.8rem;
}
.weigh-way {
  padding: 8px 0;
}
.weigh-schools {
  list-style: none;
  margin: 0;
  padding: 0;
}
.weigh-schools li {
  display: flex;
  gap: 6px;
  align-items: baseline;
  padding: 2px 0;
}
.weigh-schools .grade {
  flex: none;
}
.weigh-pick {
  display: flex;
  overflow-x: auto;
  border-bottom: 1px solid var(--rule);
}
.weigh-pick button {
  display: inline-flex;
  align-items: center;
  gap: 5px;
  min-height: 46px;
  padding: 4px 12px;
  white-space: nowrap;
  border: 0;
  background: none;
  color: var(--river);
  cursor: pointer;
}
.weigh-pick button.on {
  color: var(--ink);
  font-weight: 600;
  box-shadow: inset 0 -3px 0 var(--river);
}
@media (max-width: 899px) {
  thead :deep(th:first-child),
  tbody :deep(th) {
    width: 7.2rem;
  }
}
</style>
