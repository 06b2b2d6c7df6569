<p>ChecksSheet</p>
