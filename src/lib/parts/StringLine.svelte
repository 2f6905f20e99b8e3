<script lang="ts">
  import { ROOMS, type Room } from '$core/morning/board';

  interface Props {
    /** Undefined on the board, where no block is open. */
    block?: string;
    here?: Room;
    driven?: Partial<Record<Room, boolean>>;
    flags?: Partial<Record<Room, number>>;
  }
  let { block, here, driven = {}, flags = {} }: Props = $props();
  const NAMES: Record<Room, string> = {
    ground: 'Ground',
    rows: 'Rows',
    stock: 'Stock',
    calendar: 'Calendar',
    crew: 'Crew',
    checks: 'Checks',
    tending: 'Tending',
    survival: 'Survival',
  };
  const reached = $derived(here ? ROOMS.indexOf(here) : -1);
  const about = (room: Room) =>
    [driven[room] ? 'done' : '', flags[room] ? `${flags[room]} waiting` : '']
      .filter(Boolean)
      .join(', ');
</script>

<nav class="line" aria-label="Steps of the job">
  <ol>
    {#each ROOMS as room, i (room)}
      <li class:taut={i <= reached} class:before={i < reached}>
        <a
          href={block ? `/blocks/${block}/${room}` : '/'}
          aria-current={here === room ? 'page' : undefined}
          class:here={here === room}
          title="{NAMES[room]} (key {i + 1})"
        >
          <svg width="60" height="44" viewBox="-30 0 60 44" aria-hidden="true">
            {#if here === room}
              <circle cx="0" cy="23" r="16" class="ring" />
            {/if}
            <path
              d={driven[room] ? 'M-4 16h8v18l-4 7l-4-7z' : 'M-4 7h8v26l-4 7l-4-7z'}
              class="peg"
              class:driven={driven[room]}
            />
            {#if flags[room]}
              <path d="M4 3h24l-5 7.5l5 7.5h-24z" class="flag" />
              <text x="13" y="14.5">{flags[room]}</text>
            {/if}
          </svg>
          <span class="name"><span class="key" aria-hidden="true">{i + 1}</span>{NAMES[room]}</span>
          <span class="visually-hidden">{about(room)}</span>
        </a>
      </li>
    {/each}
  </ol>
</nav>

<style>
  .line {
    background: var(--sheet);
    border-bottom: 1px solid var(--rule);
  }
  ol {
    list-style: none;
    display: grid;
    grid-template-columns: repeat(8, 1fr);
    margin: 0;
    padding: 0;
  }
  li {
    position: relative;
    padding: 0;
  }
  /* The string runs behind the pegs and is drawn taut up to where you are. */
  li::before {
    content: '';
    position: absolute;
    left: 0;
    right: 0;
    top: 23px;
    border-top: 1.6px solid var(--rule-strong);
  }
  li.taut::after {
    content: '';
    position: absolute;
    left: 0;
    right: 50%;
    top: 22px;
    border-top: 2.6px solid var(--viridian);
  }
  li.before::after {
    right: 0;
  }
  a {
    position: relative;
    z-index: 1;
    display: grid;
    justify-items: center;
    padding-bottom: 5px;
    color: var(--slate);
    text-decoration: none;
    font-size: 14px;
  }
  a:hover .name {
    color: var(--viridian-deep);
    text-decoration: underline;
  }
  svg {
    overflow: visible;
  }
  .peg {
    fill: var(--sheet);
    stroke: var(--faint);
    stroke-width: 1.4;
  }
  .peg.driven {
    fill: #6f8f7f;
    stroke: none;
  }
  .here .peg {
    fill: var(--viridian);
    stroke: none;
  }
  .ring {
    fill: none;
    stroke: var(--viridian);
    stroke-width: 2;
  }
  .flag {
    fill: #a63c20;
  }
  text {
    fill: #fff;
    font: 700 11.5px var(--text);
    text-anchor: middle;
  }
  .key {
    font: 11px var(--mono);
    color: var(--faint);
    margin-right: 5px;
  }
  .here .name {
    font-weight: 720;
    color: var(--viridian-deep);
  }
  @media (max-width: 900px) {
    .line {
      position: fixed;
      bottom: 0;
      left: 0;
      right: 0;
      z-index: 20;
      border-top: 1px solid var(--rule);
    }
    .name {
      font-size: 11.5px;
    }
    .key {
      display: none;
    }
    svg {
      width: 40px;
    }
  }
</style>
