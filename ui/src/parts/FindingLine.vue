<script setup lang="ts">
/** What the plan says, said again where the hand is, with its cures. */
import type { Finding } from '../api/client'
import { useJob } from '../job/open'
import TermText from '../glossary/TermText.vue'
import GradeMark from './GradeMark.vue'

defineProps<{ finding: Finding }>()
const job = useJob()
</script>

<template>
  <div class="finding-line">
    <GradeMark :grade="finding.grade" />
    <p>
      <strong><TermText aside :text="finding.sentence" /></strong> {{ finding.figure }}
      <span class="soft">{{ finding.limit }}</span>
      <TermText aside :text="finding.detail ?? ''" />
      <template v-for="c in finding.cures ?? []" :key="c.label">
        <button v-if="job.may(c.path)" type="button" class="plain" @click="job.cure(c)">{{ c.label }}</button>
      </template>
    </p>
  </div>
</template>
