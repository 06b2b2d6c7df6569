<p>MeaningSheet</p>
