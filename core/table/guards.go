package table

// What guards and what it guards go together by these, in every chapter.
const (
	// RelayHolds is how many times its setting a relay carries all day (handbook: 1.05 × never lets
	// go).
	RelayHolds = 1.05
	// BreakerRuns is how many times the amps that flow for good a breaker must be rated at least, to
	// carry them for good (guide value).
	BreakerRuns = 1.1
)
