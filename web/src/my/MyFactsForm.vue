<script setup lang="ts">
import { MESSAGE_PURPOSES, type MessagePurpose, PURPOSE_OF_MESSAGE_WORDS } from '@esprel/core';
import type { MyFacts } from '@esprel/core/api';
import Button from 'primevue/button';
import Checkbox from 'primevue/checkbox';
import InputText from 'primevue/inputtext';
import { computed, reactive, ref } from 'vue';
import { useMine } from './useMine.ts';

/** How a member is called and reached, and what for: theirs to change. */
const props = defineProps<{ facts: MyFacts }>();
const mine = useMine();
const FIELDS = [
  { name: 'called', label: 'What I like to be called', type: 'text' },
  { name: 'place', label: 'My garden, roughly', type: 'text' },
  { name: 'language', label: 'My language', type: 'text' },
  { name: 'email', label: 'E-mail', type: 'email' },
  { name: 'phone', label: 'Telephone', type: 'tel' },
  { name: 'post', label: 'Letters go to', type: 'text' },
] as const;
type Field = (typeof FIELDS)[number]['name'];
const changing = ref(false);
const values = reactive({} as Record<Field, string>);
const agreed = ref<MessagePurpose[]>([]);
const problem = ref<string | null>(null);
const said = computed(() => FIELDS.flatMap((f) => (props.facts[f.name] ? [{ ...f, value: props.facts[f.name] }] : [])));

function change(): void {
  for (const f of FIELDS) values[f.name] = props.facts[f.name] ?? '';
  agreed.value = [...props.facts.consentFor];
  problem.value = null;
  changing.value = true;
}
async function save(): Promise<void> {
  const of = (name: Field): string | null => values[name].trim() || null;
  const email = of('email');
  if (email !== null && !/^\S+@\S+\.\S+$/.test(email)) problem.value = 'This is no e-mail address; as name@mail.example.';
  else if (agreed.value.length > 0 && email === null && of('phone') === null && of('post') === null && !props.facts.contact)
    problem.value = 'Say first how you can be reached.';
  else {
    changing.value = false;
    const { contact, version } = props.facts;
    await mine.say({
      what: 'facts',
      facts: {
        called: of('called'),
        place: of('place'),
        language: of('language'),
        email,
        phone: of('phone'),
        post: of('post'),
        contact,
        consentFor: agreed.value,
        version,
      },
    });
  }
}
</script>

<template>
  <form v-if="changing" @submit.prevent="save">
    <template v-for="f in FIELDS" :key="f.name">
      <label :for="`fact-${f.name}`">{{ f.label }}</label>
      <InputText :id="`fact-${f.name}`" v-model="values[f.name]" :type="f.type" :maxlength="f.name === 'post' ? 400 : 60" />
    </template>
    <fieldset>
      <legend>I may be reached</legend>
      <div v-for="p in MESSAGE_PURPOSES" :key="p" class="agree">
        <Checkbox v-model="agreed" :input-id="`agree-${p}`" :value="p" name="agree" />
        <label :for="`agree-${p}`">{{ PURPOSE_OF_MESSAGE_WORDS[p] }}</label>
      </div>
    </fieldset>
    <p v-if="problem" class="caution" role="alert">{{ problem }}</p>
    <div class="buttons">
      <Button type="submit" label="Save" />
      <Button label="Leave it" severity="secondary" @click="changing = false" />
    </div>
  </form>
  <template v-else>
    <dl>
      <div>
        <dt>Name</dt>
        <dd>{{ facts.name }}</dd>
      </div>
      <div v-for="f in said" :key="f.name">
        <dt>{{ f.label }}</dt>
        <dd>{{ f.value }}</dd>
      </div>
      <div>
        <dt>I may be reached</dt>
        <dd>{{ facts.consentFor.length === 0 ? 'for nothing' : facts.consentFor.map((p) => PURPOSE_OF_MESSAGE_WORDS[p]).join('; ') }}</dd>
      </div>
    </dl>
    <div class="buttons"><Button label="Change this" severity="secondary" @click="change" /></div>
  </template>
</template>

<style scoped>
form {
  display: grid;
  gap: 5px;
}
form > label,
legend {
  font-weight: 600;
  padding: 0;
}
fieldset {
  border: 0;
  margin: 6px 0;
  padding: 0;
  display: grid;
  gap: 4px;
}
.agree {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 44px;
}
dl {
  margin: 0;
  display: grid;
  gap: 4px;
}
dt {
  color: var(--quiet);
  font-size: 16px;
}
dd {
  margin: 0;
}
</style>
