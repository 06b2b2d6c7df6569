<p>LimitsSheet</p>
