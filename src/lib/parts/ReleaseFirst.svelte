<script lang="ts">
  interface Props {
    /** The block whose rows are wanted. */
    blockId: string;
    /** What is done with the rows then. */
    then?: string;
  }
  /** What a page says where nothing can be done without rows that were released. */
  let { blockId, then = '' }: Props = $props();
</script>

<p class="say">
  Release a layout under <a href="/blocks/{blockId}/rows">Rows</a> first{then ? `; ${then}` : ''}.
</p>
