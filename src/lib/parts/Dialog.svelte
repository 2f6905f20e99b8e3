<script lang="ts">
  import { Modal } from 'carbon-components-svelte';
  import type { Snippet } from 'svelte';

  interface Props {
    heading: string;
    /** What the main button does; a dialog without it only tells, and is closed. */
    act?: string;
    /** What the other button says: how to leave all as it is. */
    leave?: string;
    open?: boolean;
    /** What is done cannot be taken back. */
    danger?: boolean;
    disabled?: boolean;
    size?: 'xs' | 'sm';
    /** Where typing begins, as a selector. */
    focus?: string;
    onact?: () => void;
    /** Left by its button, by Escape, or by a press beside it. */
    onclose: () => void;
    children: Snippet;
  }
  let {
    heading,
    act,
    leave = 'Not yet',
    open = true,
    danger = false,
    disabled = false,
    size = 'sm',
    focus = '[data-modal-primary-focus]',
    onact,
    onclose,
    children,
  }: Props = $props();
</script>

<!-- What is said in a dialog is known only while it is open: a shut one keeps nothing to read out. -->
<Modal
  {open}
  modalHeading={heading}
  passiveModal={act === undefined}
  primaryButtonText={act}
  primaryButtonDisabled={disabled}
  secondaryButtonText={leave}
  {danger}
  {size}
  selectorPrimaryFocus={focus}
  on:close={onclose}
  on:click:button--secondary={onclose}
  on:submit={() => onact?.()}
>
  {@render children()}
</Modal>
