<p>Looking for the lot.</p>
