import { redirect } from '@sveltejs/kit';
import type { PageServerLoad } from './$types';

/** A block has no page of its own; an address cut short leads to its first room. */
export const load: PageServerLoad = ({ params }) => redirect(307, `/blocks/${params.block}/ground`);
