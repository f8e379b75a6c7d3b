package bridge

import "graybridge/core/site"

// The states of a motor and what they show.
type (
	State    = site.State
	Coil     = site.Coil
	Between  = site.Between
	LineAmps = site.LineAmps
	Tone     = site.Tone
)

// The tones.
const (
	Idle = site.Idle
	OK   = site.OK
	Near = site.Near
	Over = site.Over
)
