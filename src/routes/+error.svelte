<script lang="ts">
  import { page } from '$app/state';
</script>

<div class="panel">
  <h1>
    {page.status === 404
      ? 'Not here'
      : page.status === 403
        ? 'Not yours to do'
        : 'That did not work'}
  </h1>
  <p class="say stop">{page.error?.message}</p>
  <p><a href="/">Back to the morning board</a></p>
</div>
