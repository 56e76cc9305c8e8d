<script lang="ts">
  import { api, ask, type Schemas } from '$lib/api/client';
  import Choice from '$lib/ui/Choice.svelte';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { session } from './session.svelte';

  let code = $state('');
  let company = $state('');
  let country = $state('');
  let language = $state('en');
  let currency = $state('EUR');
  let name = $state('');
  let email = $state('');
  let login = $state('');
  let password = $state('');
  const acts = new Acts();
  let currencies = $state<string[]>([]);
  let timeZones = $state<string[]>([]);
  let countries = $state.raw<Schemas['Country'][]>([]);
  let languages = $state.raw<Schemas['TextLanguage'][]>([]);
  // Whoever sets it up most likely sits where the company is.
  let timeZone = $state(Intl.DateTimeFormat().resolvedOptions().timeZone);
  const chosen = $derived(countries.find((one) => one.code === country));
  void ask(api.GET('/api/setup')).then((choices) => {
    currencies = choices.currencies;
    timeZones = choices.timeZones;
    countries = choices.countries;
    languages = choices.languages;
    if (!timeZones.includes(timeZone)) timeZone = '';
  });

  function choose(next: string) {
    country = next;
    if (!chosen) return;
    currency = chosen.currency;
    language = chosen.language;
  }

  function submit(event: SubmitEvent) {
    event.preventDefault();
    void acts.run(async () => {
      await ask(
        api.POST('/api/setup', {
          body: { code, company, country, language, currency, timeZone, name, email, login, password }
        })
      );
      await session.signIn(login, password);
    });
  }
</script>

<svelte:head><title>Set up · Firm Tally</title></svelte:head>
<main>
  <form class="leaf" onsubmit={submit}>
    <h1>Set up your company</h1>
    <p class="quiet whole">
      This database is empty. Name the company and yourself as its administrator. A sales process, one for
      renewals, a policy and the taxes of the country are set up with it; everything can be changed later.
    </p>
    <div class="whole">
      <Field
        label="Code that the server printed when it started"
        name="code"
        bind:value={code}
        problem={acts.at('code')}
        focus
      />
    </div>
    <Field label="Company" name="company" bind:value={company} problem={acts.at('company')} />
    <Choice
      label="Country"
      name="country"
      options={[['', 'another one'], ...countries.map((one) => [one.code, one.name] as const)]}
      bind:value={() => country, choose}
      problem={acts.at('country')}
    />
    <Field
      label="Currency of all documents (ISO code)"
      name="currency"
      bind:value={currency}
      problem={acts.at('currency')}
      list="currencies"
    />
    <datalist id="currencies"
      >{#each currencies as code (code)}<option value={code}></option>{/each}</datalist
    >
    <Field
      label="Time zone (blank for the server’s)"
      name="timeZone"
      bind:value={timeZone}
      problem={acts.at('timeZone')}
      list="time-zones"
    />
    <datalist id="time-zones"
      >{#each timeZones as zone (zone)}<option value={zone}></option>{/each}</datalist
    >
    <Choice
      label="Letters and papers to customers in"
      name="language"
      options={languages.map((one) => [one.code, one.name] as const)}
      bind:value={language}
      problem={acts.at('language')}
    />
    {#if chosen}
      <p class="quiet whole">
        Taxes of {chosen.name}: {chosen.taxes.map((tax) => `${tax} %`).join(', ')}. Please check them under
        Settings; laws change. Figures, days and paper are as in {chosen.name}.
      </p>
    {/if}
    <Field label="Your name" name="name" bind:value={name} problem={acts.at('name')} />
    <Field label="Your email address" name="email" bind:value={email} problem={acts.at('email')} />
    <Field label="User name" name="login" bind:value={login} problem={acts.at('login')} />
    <Field
      label="Password (at least 10 characters)"
      name="password"
      type="password"
      bind:value={password}
      problem={acts.at('password')}
    />
    <div class="whole"><Notice refusal={acts.refusal} /></div>
    <button class="act main" disabled={acts.busy}>Set up and sign in</button>
  </form>
</main>

<style>
  main {
    min-height: 100vh;
    display: grid;
    place-items: center;
    padding: 20px;
  }
  form {
    width: min(640px, 92vw);
    padding: 28px 32px;
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
    gap: 10px 16px;
  }
  h1,
  .whole {
    grid-column: 1 / -1;
  }
  button {
    justify-self: start;
  }
</style>
