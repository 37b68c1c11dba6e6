<template>
  <main class="place">
    <h1>There is nothing at this address.</h1>
    <p><RouterLink to="/mix">Go to Mix</RouterLink></p>
  </main>
</template>
