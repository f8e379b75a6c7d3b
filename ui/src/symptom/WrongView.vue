<script setup lang="ts">
/** Which machine something is wrong with: one of the Yard's, or one that nobody has planned. */
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { watchDebounced } from '@vueuse/core'
import { useRouter } from 'vue-router'
import { api, newChangeID, type YardWorkshop } from '../api/client'
import { setHead } from '../desk/head'
import { ground, mayBegin, ownShops } from '../desk/ground'
import { useTried } from '../parts/tried'

const router = useRouter()
const workshops = shallowRef<YardWorkshop[]>()
const question = ref('')
const { trouble, tried } = useTried()
const load = () =>
  tried(async () => {
    workshops.value = (await api.yard(question.value.trim() ? { find: question.value.trim() } : {})).workshops
  })
onMounted(() => {
  setHead('', 'Something is wrong')
  void load()
})
watchDebounced(question, load, { debounce: 200 })
const mine = computed(() => ownShops(workshops.value ?? []))
const may = computed(() => mayBegin(workshops.value ?? []))
const found = computed(() => (workshops.value ?? []).filter((w) => w.jobs.length))

/** A machine that nobody planned gets a place of its own, so that its desk is there again. */
const name = ref('')
const chosen = ref('')
watch(mine, (all) => (chosen.value ||= all[0]?.id ?? ''))
const begun = newChangeID()
const begin = (chosenShop: string) =>
  tried(async () => {
    const j = await api.createJob(await ground(chosenShop), name.value.trim() || 'A machine with a fault', begun)
    await router.push({ name: 'desk', params: { id: j.id } })
  })
</script>

<template>
  <main class="page wrong">
    <h1>Something is wrong</h1>
    <p class="soft">It asks first what it does, then for one check at a time: the least dangerous ones first.</p>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <section aria-labelledby="wrong-new">
      <h2 id="wrong-new">A machine that is not here yet</h2>
      <p>No plate is needed to begin. What is known of it can be typed later and makes the answers surer.</p>
      <p class="wrong-new typed-in large">
        <label for="wrong-name">What is it called?</label>
        <input id="wrong-name" v-model="name" maxlength="80" autocomplete="off" placeholder="A machine with a fault" />
        <select v-if="mine.length > 1" v-model="chosen" aria-label="In which workshop">
          <option v-for="w in mine" :key="w.id" :value="w.id">{{ w.settings.name }}, {{ w.settings.volts }} V</option>
        </select>
        <button v-if="may" type="button" class="strong" @click="begin(chosen)">Begin</button>
      </p>
    </section>
    <section aria-labelledby="wrong-here">
      <h2 id="wrong-here">One that is here</h2>
      <p class="wrong-new typed-in large">
        <label for="wrong-find">Find it</label>
        <input id="wrong-find" v-model="question" autocomplete="off" placeholder="Name, plate or work" />
      </p>
      <div v-for="w in found" :key="w.id">
        <h3>{{ w.settings.name }}</h3>
        <ul>
          <li v-for="j in w.jobs" :key="j.id">
            <RouterLink :to="{ name: 'desk', params: { id: j.id } }">{{ j.name }}</RouterLink>
            <span class="soft">{{ j.does }}</span>
          </li>
        </ul>
      </div>
      <p v-if="workshops && !found.length" class="soft">None is found by that.</p>
    </section>
  </main>
</template>

<style scoped>
.wrong {
  max-width: 900px;
  margin: 0 auto;
  padding: 14px 18px 40px;
}
.wrong h2 {
  margin: 20px 0 6px;
}
.wrong h3 {
  margin: 12px 0 4px;
}
.wrong-new {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}
.wrong-new input {
  flex: 1 1 14rem;
  max-width: 24rem;
}
.wrong-new button {
  min-height: 44px;
}
.wrong ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
.wrong li {
  display: flex;
  gap: 12px;
  align-items: center;
  min-height: 44px;
  border-top: 1px solid var(--rule);
}
</style>
