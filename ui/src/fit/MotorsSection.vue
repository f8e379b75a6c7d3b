<script setup lang="ts">
/** Motors that may be bought in this one's place: each is planned whole in its place, once somebody asks. */
import { computed, ref, shallowRef, watch } from 'vue'
import { useDebounceFn } from '@vueuse/core'
import { weigh } from '../api/weigh'
import { useJob } from '../job/open'
import { useTried } from '../parts/tried'
import CandidatesTable from '../profiles/CandidatesTable.vue'

const job = useJob()
const asked = ref(!!job.text('plate.candidates'))
const value = shallowRef<Awaited<ReturnType<typeof weigh.motors>>>()
const { trouble, tried } = useTried()
let latest = 0
const ask = useDebounceFn(() => {
  const about = job.about.value
  if (!about) return
  const turn = ++latest
  return tried(async () => {
    const got = await weigh.motors(about)
    if (turn === latest) value.value = got
  })
}, 300)
watch([asked, () => job.answer.value && job.about.value], () => asked.value && void ask(), { immediate: true })
const brushed = computed(() => job.document.value?.bridge.kind === 'dc')
</script>

<template>
  <CandidatesTable
    path="plate.candidates"
    many="motors"
    one="Motor"
    :line="brushed ? '90 V DC 7.6 A 3/4 HP 1800 rpm; 80 €' : '0.75 kW 230/400 V 3.8/2.2 A 925 rpm 50 Hz; 60 €'"
    :rows="value?.rows ?? []"
    :shopping="value?.shopping ?? []"
    :trouble="trouble"
    @open="asked = true"
  />
</template>
