<script lang="ts">
  import { api, ask } from '$lib/api/client';
  import Field from '$lib/ui/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import { Acts } from '$lib/ui/acts.svelte';
  import { session } from './session.svelte';

  let code = $state('');
  let company = $state('');
  let currency = $state('EUR');
  let name = $state('');
  let email = $state('');
  let login = $state('');
  let password = $state('');
  const acts = new Acts();
  let currencies = $state<string[]>([]);
  let timeZones = $state<string[]>([]);
  // Whoever sets it up most likely sits where the company is.
  let timeZone = $state(Intl.DateTimeFormat().resolvedOptions().timeZone);
  void ask(api.GET('/api/setup')).then((choices) => {
    currencies = choices.currencies;
    timeZones = choices.timeZones;
    if (!timeZones.includes(timeZone)) timeZone = '';
  });

  function submit(event: SubmitEvent) {
    event.preventDefault();
    void acts.run(async () => {
      await ask(
        api.POST('/api/setup', {
          body: { code, company, currency, timeZone, name, email, login, password }
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
    <p class="quiet">
      This database is empty. Name the company, its currency, and yourself as its administrator; everything
      else can follow.
    </p>
    <Field
      label="Code that the server printed when it started"
      name="code"
      bind:value={code}
      problem={acts.at('code')}
      focus
    />
    <Field label="Company" name="company" bind:value={company} problem={acts.at('company')} />
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
    <Field label="Your name" name="name" bind:value={name} problem={acts.at('name')} />
    <Field label="Your email address" name="email" bind:value={email} problem={acts.at('email')} />
    <Field label="User name" name="login" bind:value={login} problem={acts.at('login')} />
    <Field
      label="Password (at least 8 characters)"
      name="password"
      type="password"
      bind:value={password}
      problem={acts.at('password')}
    />
    <Notice refusal={acts.refusal} />
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
    width: min(460px, 92vw);
    padding: 28px 32px;
    display: flex;
    flex-direction: column;
    gap: 10px;
  }
</style>
