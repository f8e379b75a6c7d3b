<script setup lang="ts">
/** A table of the reference, with what it is for and where it comes from. */
import type { Sheet } from '../api/reference'

defineProps<{ sheet: Sheet }>()
</script>

<template>
  <section :id="sheet.id" class="sheet" :aria-label="sheet.title">
    <h3>{{ sheet.title }}</h3>
    <p class="soft">{{ sheet.about }}</p>
    <div class="sheet-wide" tabindex="0" role="region" :aria-label="sheet.title">
      <table>
        <thead>
          <tr>
            <th v-for="(c, n) in sheet.columns" :key="n" scope="col">{{ c }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, r) in sheet.rows" :key="r">
            <component
              :is="n === 0 ? 'th' : 'td'"
              v-for="(cell, n) in row"
              :key="n"
              :scope="n === 0 ? 'row' : undefined"
            >
              <span
                v-if="sheet.colours?.[r]?.[n]"
                class="swatch"
                :style="{ background: sheet.colours[r]![n] }"
                aria-hidden="true"
              />{{ cell }}
            </component>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="soft sheet-source">Source: {{ sheet.source }}.</p>
  </section>
</template>

<style scoped>
.sheet {
  margin: 0 0 28px;
  break-inside: avoid;
}
.sheet :deep(h3) {
  margin: 14px 0 0;
}
.sheet :deep(p) {
  max-width: 46rem;
  margin: 4px 0 8px;
}
.sheet-wide {
  overflow-x: auto;
}
.sheet :deep(table) {
  border-collapse: collapse;
}
.sheet :deep(th),
.sheet :deep(td) {
  padding: 5px 18px 5px 0;
  border-bottom: 1px solid var(--stone-deep);
  text-align: left;
  vertical-align: top;
  font-weight: 400;
}
.sheet :deep(thead th) {
  font-weight: 600;
  border-bottom: 2px solid var(--rule);
  white-space: nowrap;
}
.sheet :deep(tbody th) {
  font-weight: 600;
}
.swatch {
  display: inline-block;
  width: 22px;
  height: 10px;
  margin-right: 8px;
  border: 1px solid var(--rule);
  vertical-align: baseline;
}
.sheet-source {
  font-size: 0.88rem;
}
</style>
