<template>
  <main class="page">
    <h1>There is no page here</h1>
    <p>The address may be cut short. <router-link to="/">All jobs</router-link></p>
  </main>
</template>
