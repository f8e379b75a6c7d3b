// Package load is what the machine asks of the shaft: the kind of torque, how
// much of the plate it usually, least and most asks, how it starts, and which
// way it must turn.
package load

import (
	"math"

	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/unit"
)

// Start is how the machine stands when it is switched on.
type Start string

// The ways of starting.
const (
	Free   Start = "free"   // nothing to move but the rotor and what spins freely
	Loaded Start = "loaded" // the full load from standstill
	Stuck  Start = "stuck"  // more than the load: jams, breaks loose
)

// Turn is the wanted direction, facing the shaft end.
type Turn string

// The directions.
const (
	Either    Turn = "either"
	Clockwise Turn = "clockwise"
	Anti      Turn = "anticlockwise"
)

// Entry is the load as typed. Shares are of rated torque.
type Entry struct {
	Does     string           `json:"does,omitempty" example:"stirs slip"`
	Kind     machine.LoadKind `json:"kind,omitempty" enum:"none,constant,linear,fan"`
	Share    string           `json:"share,omitempty" example:"65 %" doc:"usual load, of rated torque"`
	Lightest string           `json:"lightest,omitempty" example:"30 %"`
	Heaviest string           `json:"heaviest,omitempty" example:"110 %"`
	Start    Start            `json:"start,omitempty" enum:"free,loaded,stuck"`
	Turn     Turn             `json:"turn,omitempty" enum:"either,clockwise,anticlockwise" doc:"facing the shaft end"`
	ShownBy  string           `json:"shown_by,omitempty" example:"arrow cast into the gearbox" doc:"the direction"`
	Forbids  string           `json:"forbids,omitempty" example:"a scroll" doc:"what forbids the other way"`
	On       string           `json:"on_minutes,omitempty" example:"10 min" doc:"of one run; empty: all day"`
	Off      string           `json:"off_minutes,omitempty" example:"30 min" doc:"of rest before the next"`
	Inertia  string           `json:"inertia,omitempty" example:"0.02 kg·m²" doc:"of the machine, at the motor's shaft"`
	Air      string           `json:"air,omitempty" example:"35 °C" doc:"around the motor; empty: up to 40 °C"`
	HeatRun  string           `json:"heat_run,omitempty" by:"hand" entry:"lines" example:"20 min 38 °C" doc:"readings as it warms"`
	Belt     BeltEntry        `json:"belt,omitzero"`
}

// Load is what was read.
type Load struct {
	Kind                      machine.LoadKind
	Usual, Lightest, Heaviest float64
	Start                     Start
	Turn                      Turn
	On, Off                   float64 // minutes; 0: not said
	Inertia                   float64 // kg·m² at the motor's shaft; 0: not entered
	AirC                      float64 // around the motor; NaN: not said
	Belt                      Belt
	HeatRun                   HeatRun
	Known                     bool // kind and share were said
	LightestSaid              bool // somebody entered how light it runs
	Assumed                   []string
}

// Planning defaults where the owner has not said.
const (
	assumedShare    = 0.7
	stuckMultiple   = 1.5
	assumedLightest = 0

	mostShare = 2 // no motor is asked for more for longer than a start
)

// Read reads the entry; what is missing is assumed and said.
func Read(e Entry) (Load, []finding.Reading) {
	l := Load{Kind: e.Kind, Usual: assumedShare, Start: e.Start, Turn: e.Turn}
	r := &finding.Reader{Chapter: "load"}
	one := func(field, typed string, into *float64) bool {
		if typed == "" {
			return false
		}
		x, ok, err := unit.Portion.One(typed)
		switch {
		case err != nil || !ok:
			r.Note(field, typed, "", "65 %")
			return false
		case x > mostShare:
			r.Readings = append(r.Readings, finding.Reading{Path: "load." + field, Typed: typed,
				Problem: moreThanShare(), Wanted: "at most " + unit.Percent(mostShare) + ", such as 65 %"})
			return false
		}
		*into = x
		r.Note(field, typed, unit.Percent(x)+" of rated torque", "")
		return true
	}
	r.One("on_minutes", e.On, unit.Minutes, &l.On)
	r.One("off_minutes", e.Off, unit.Minutes, &l.Off)
	r.One("inertia", e.Inertia, unit.Inertia, &l.Inertia)
	l.AirC = math.NaN()
	r.One("air", e.Air, unit.Celsius, &l.AirC)
	run, lines := readHeatRun(e.HeatRun, l.AirC)
	l.HeatRun, r.Readings = run, append(r.Readings, lines...)
	belt, entered := e.Belt.Read()
	l.Belt, r.Readings = belt, append(r.Readings, entered...)
	said := one("share", e.Share, &l.Usual)
	if l.Kind == "" {
		l.Kind = machine.Constant
		l.Assumed = append(l.Assumed, "kind")
	}
	if l.Kind == machine.NoLoad {
		l.Usual, said = 0, true
	}
	if !said {
		l.Assumed = append(l.Assumed, "share")
	}
	l.Known = len(l.Assumed) == 0
	l.Lightest, l.Heaviest = min(assumedLightest, l.Usual), l.Usual
	l.LightestSaid = one("lightest", e.Lightest, &l.Lightest) || l.Kind == machine.NoLoad
	one("heaviest", e.Heaviest, &l.Heaviest)
	l.Lightest, l.Heaviest = min(l.Lightest, l.Usual), max(l.Heaviest, l.Usual)
	if l.Start == "" {
		l.Start = Free
	}
	if l.Turn == "" {
		l.Turn = Either
	}
	return l, r.Readings
}

// NeverIdles says that the load stays on the shaft as long as it turns: a fan, a pump, a stirrer
// in its vessel.
func (l Load) NeverIdles() bool { return l.Kind == machine.Fan && !l.LightestSaid }

// At is the load at a share, as the engine wants it.
func (l Load) At(share float64) machine.Load { return machine.Load{Kind: l.Kind, Share: share} }

// StartShare is the torque over rated that must be overcome at standstill,
// without friction.
func (l Load) StartShare() float64 {
	switch {
	case l.Start == Stuck:
		return max(stuckMultiple*l.Heaviest, 1)
	case l.Start == Loaded && (l.Kind == machine.Fan || l.Kind == machine.Linear):
		return 0 // it asks nothing while it stands
	case l.Start == Loaded:
		return l.Heaviest
	case l.Kind == machine.Constant:
		return l.Lightest
	}
	return 0
}

// RunUp is what hangs on the shaft while it comes up to speed: a free start of
// a constant load begins with its lightest.
func (l Load) RunUp() machine.Load {
	if l.Start == Free && l.Kind == machine.Constant {
		return l.At(l.Lightest)
	}
	return l.At(l.Usual)
}

// Judge says what is still to be told.
func (l Load) Judge() []finding.Finding {
	if l.Known {
		return nil
	}
	return []finding.Finding{l.sayUnknown()}
}

// Room is what motor and bridge can give, for comparing with what is asked.
type Room struct {
	RatedNm    float64 // shaft torque of the plate
	Continuous float64 // share of it that every winding carries all day
	GoodBy     string  // what stays inside plate; empty: every winding
	Start      float64 // standstill torque over rated
	StartBy    string  // with what; empty: the run capacitor alone
	RPM, Watts float64 // at the usual load; 0 where it does not run
	Mark       finding.Mark
}

// Units are the units of the figures that may have a band.
var Units = map[string]string{"asks": "%", "gives": "%", "spare": "%", "start-gives": "%", "speed": "rpm"}

// Times is the load with all its shares so many times as great.
func (l Load) Times(k float64) Load {
	l.Usual, l.Lightest, l.Heaviest = k*l.Usual, k*l.Lightest, k*l.Heaviest
	return l
}

// Figures sets what the load asks beside what is there. nil means that nothing
// can be computed yet.
func (l Load) Figures(r *Room) []finding.Figure {
	if r == nil {
		return []finding.Figure{}
	}
	asks, by := r.Mark, r.StartBy
	if by == "" {
		by = "run capacitor alone"
	}
	if !l.Known {
		asks = finding.Estimated
	}
	inside := r.GoodBy
	if inside == "" {
		inside = "every winding"
	}
	out := []finding.Figure{
		{
			ID:    "asks",
			Name:  "Load asks",
			Value: l.Usual,
			Text:  unit.Percent(l.Usual),
			Note:  unit.Text(l.Usual*r.RatedNm, "N·m") + " at plate speed, usual",
			Mark:  asks,
		},
		{
			ID:    "gives",
			Name:  "All day there is",
			Value: r.Continuous,
			Text:  unit.Percent(r.Continuous),
			Note:  unit.Text(r.Continuous*r.RatedNm, "N·m") + ", " + inside + " inside plate",
			Mark:  r.Mark,
		},
		{
			ID:    "spare",
			Name:  "Spare",
			Value: r.Continuous - l.Heaviest,
			Text:  unit.Percent(r.Continuous - l.Heaviest),
			Note:  "of rated torque, over the heaviest load",
			Mark:  asks,
		},
		{
			ID:    "start-asks",
			Name:  "Start asks",
			Value: l.StartShare(),
			Text:  unit.Percent(l.StartShare()),
			Note:  "of rated torque, without friction",
			Mark:  asks,
		},
		{
			ID:    "start-gives",
			Name:  "Start gives",
			Value: r.Start,
			Text:  unit.Percent(r.Start),
			Note:  "of rated torque, " + by,
			Mark:  finding.Estimated,
		},
	}
	if r.RPM > 0 {
		out = append(
			out,
			finding.Figure{
				ID:    "speed",
				Name:  "Speed",
				Value: r.RPM,
				Text:  unit.Whole(r.RPM, "rpm"),
				Note:  unit.Text(r.Watts/1000, "kW") + " at the shaft, usual load",
				Mark:  r.Mark,
			},
		)
	}
	return out
}
