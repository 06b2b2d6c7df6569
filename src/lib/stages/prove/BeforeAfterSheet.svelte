<p>BeforeAfterSheet</p>
