<template>
  <span class="bg-ember-soft text-error text-small text-no-wrap font-weight-bold rounded-sm px-1"><slot>needed now</slot></span>
</template>
