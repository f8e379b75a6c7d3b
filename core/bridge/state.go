package bridge

import "graybridge/core/site"

// The states of a motor and what they show.
type (
	State    = site.State
	Coil     = site.Coil
	Between  = site.Between
	LineAmps = site.LineAmps
)
