<template>
  <v-app>
    <NuxtPage />
    <NoticeBar />
  </v-app>
</template>
