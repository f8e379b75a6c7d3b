<script setup lang="ts">
/** Every arrangement that the leads allow: what each coil would see, and what the motor would do. */
import { computed } from 'vue'
import GradeMark from '../parts/GradeMark.vue'
import { useJob } from '../job/open'

const job = useJob()
const ways = computed(() => job.plan.value!.leads.ways)
const wanted = computed(() => job.plan.value!.wanted.named)
</script>

<template>
  <section v-if="ways.length" class="ways">
    <h3>Every way these leads allow, by what a coil sees</h3>
    <div v-for="w in ways" :key="w.title" class="way" :class="{ chosen: w.title === wanted }">
      <GradeMark :grade="w.grade" />
      <div>
        <p>
          <strong>{{ w.title }}</strong>: {{ ' '
          }}<span class="nobreak">{{ w.coil }} a coil, made for {{ w.made_for }}: {{ w.of }}</span>
        </p>
        <p class="soft">{{ w.text }}</p>
        <p class="soft way-joints">{{ w.joints }}</p>
      </div>
      <dl>
        <template v-if="w.worst">
          <dt>Worst winding at your load</dt>
          <dd>{{ w.worst }}</dd>
        </template>
        <template v-if="w.start">
          <dt>{{ w.microfarad ? `Start torque, ${w.microfarad}` : 'Torque for a minute' }}</dt>
          <dd>{{ w.start }}</dd>
        </template>
      </dl>
      <button v-if="w.title !== wanted" type="button" class="plain" @click="job.commit('leads.wanted', w.joints)">
        Want this
      </button>
      <span v-else class="soft">wanted</span>
    </div>
    <p class="soft">
      {{
        {
          drive: 'On the drive, at the motor’s own hertz',
          rotary: 'On the converter, beside the spinning idler',
        }[job.plan.value?.link.bridge ?? ''] ?? 'On the capacitor bridge, each way with the µF that suits it best'
      }}; star counts line/√3. Figures are computed, on an estimated motor where the plate leaves something out.
    </p>
  </section>
</template>

<style scoped>
.ways {
  margin-top: 16px;
  border-top: 1px solid var(--rule);
  padding-top: 10px;
}
.way {
  display: grid;
  grid-template-columns: 24px minmax(0, 1fr) minmax(150px, auto) 96px;
  gap: 10px;
  align-items: start;
  padding: 8px 6px;
  border-bottom: 1px solid var(--rule);
}
.way.chosen {
  background: var(--river-pale);
}
.way :deep(dl) {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0 8px;
  margin: 0;
  font-size: 0.9rem;
}
.way :deep(dd) {
  margin: 0;
  text-align: right;
  font-weight: 600;
}
.way-joints {
  font-size: 0.87rem;
}
@media (max-width: 760px) {
  .way {
    grid-template-columns: 24px minmax(0, 1fr);
  }
  .way :deep(dl),
  .way > :deep(button),
  .way > :deep(span:last-child) {
    grid-column: 2;
  }
}
</style>
