<p>ChartsSheet</p>
