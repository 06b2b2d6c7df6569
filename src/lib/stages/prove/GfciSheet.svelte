<p>GfciSheet</p>
