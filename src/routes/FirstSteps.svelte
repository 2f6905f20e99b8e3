<script lang="ts">
  interface Props {
    /** Only a leader makes blocks. */
    leads: boolean;
  }
  /** What a new site begins with, in the order in which the rest follows from it. */
  let { leads }: Props = $props();
</script>

{#if leads}
  <p>This site is empty. Four things, and the board has something to say each morning:</p>
  <ol>
    <li>
      <b><a href="/blocks/new">A block</a></b> from a boundary file, or from what was measured in
      the field: corners, compass and tape, two sides. With a phone in hand,
      <a href="/field/walk">walk it</a>.
    </li>
    <li>
      <b><a href="/species">Species cards</a></b>, one for each kind of tree that comes: name,
      stock, height, and how to tell it in the box.
    </li>
    <li>
      <b>Rows, then a planting day.</b> Under <i>Rows</i> the places are counted while you change
      the spacing; under <i>Calendar</i> everything else is counted back from the day.
    </li>
    <li>
      <b><a href="/people">People</a></b> who sign in, and under <i>Crew</i> the planters, pasted by name.
    </li>
  </ol>
  <p class="quiet">Press <kbd>?</kbd> for the keys, <kbd>u</kbd> for metres or feet.</p>
{:else}
  <p class="say good">No block yet. The leader of this site makes the first one.</p>
{/if}

<style>
  ol {
    list-style: decimal;
    margin: 12px 0 16px;
    padding-left: 26px;
    max-width: 62ch;
  }
  li {
    margin-bottom: 10px;
    padding-left: 6px;
  }
  i {
    font-style: italic;
  }
  kbd {
    font: 600 13px var(--mono, monospace);
    border: 1px solid var(--rule-strong);
    padding: 1px 6px;
    background: var(--sheet);
  }
  li::marker {
    font-weight: 680;
    color: var(--viridian);
  }
</style>
