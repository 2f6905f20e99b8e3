import type { Person } from '$lib/server/sign-in';
import type { Message } from '../core/say/message';

declare global {
  namespace App {
    interface Locals {
      person?: Person;
    }
    interface Error {
      message: string;
      /** The same as data, where it is meant for the person. */
      said?: Message;
    }
  }
}

export {};
