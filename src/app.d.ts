import type { Person } from '$lib/server/sign-in';

declare global {
  namespace App {
    interface Locals {
      person?: Person;
    }
    interface Error {
      message: string;
    }
  }
}

export {};
