<script lang="ts">
  interface Props {
    letter: string;
    colour: string;
    stock: 'bare-root' | 'container';
  }
  let { letter, colour, stock }: Props = $props();
</script>

<!-- A ring is bare-root, a full bead is a container. -->
<span class="bead" class:ring={stock === 'bare-root'} style:--species={colour} aria-hidden="true"
  >{letter}</span
>

<style>
  .bead {
    display: inline-grid;
    place-items: center;
    width: 22px;
    height: 22px;
    border-radius: 50%;
    background: var(--species);
    color: #fff;
    font: 700 12px/1 var(--text);
    flex: none;
  }
  .ring {
    background: #fff;
    color: #1b2621;
    border: 3px solid var(--species);
  }
</style>
