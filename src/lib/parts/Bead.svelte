<script lang="ts">
  interface Props {
    letter: string;
    colour: string;
    stock: 'bare-root' | 'container';
  }
  let { letter, colour, stock }: Props = $props();
</script>

<!-- A ring is bare-root, a full bead is a container. -->
<span
  class="bead"
  class:ring={stock === 'bare-root'}
  class:two={letter.length > 1}
  style:--species={colour}
  aria-hidden="true">{letter}</span
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
  .two {
    font-size: 10px;
    letter-spacing: -0.5px;
  }
  .ring {
    background: #fff;
    color: #1b2621;
    border: 3px solid var(--species);
  }
</style>
