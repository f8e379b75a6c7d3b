package drive

import (
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"graybridge/core/bridge"
)

// Outcome is what a drive shows after a deed.
type Outcome struct {
	Shows   string // on its display, or what its state is
	Refused string
	Hertz   float64 // at its output, once the ramp is over
	Tripped bool
}

// tried is a drive that is simulated from its profile alone: it knows no motor and no time.
type tried struct {
	p       *Profile
	at      map[string]string // what stands at each code, jumper and trim
	running bool
	tripped bool
}

// Try does deeds at a simulated drive that comes out of its box, one after the other: what it shows after
// each. It is simulated from the profile alone; nothing is said of the real one.
func (p *Profile) Try(deeds []bridge.Deed) []Outcome {
	t := tried{p: p, at: map[string]string{}}
	for _, q := range p.Parameters {
		t.at[q.Code] = q.Default
	}
	for _, j := range p.Jumpers {
		t.at[j.Name] = j.Default
	}
	for _, one := range p.Trims {
		t.at[one.Name] = percent(one.Default)
	}
	out := make([]Outcome, len(deeds))
	for i, d := range deeds {
		shows, refused := t.do(d)
		out[i] = Outcome{Shows: shows, Refused: refused, Tripped: t.tripped}
		if t.running {
			out[i].Hertz = t.hertz()
		}
	}
	return out
}

func percent(share float64) string {
	return strconv.FormatFloat(math.Round(100*share), 'f', 0, 64) + " %"
}

func (t *tried) do(d bridge.Deed) (shows, refused string) {
	switch d.Do {
	case "read":
		if _, known := t.at[d.Code]; !known {
			return "", noSuchCode(d.Code)
		}
		return fmt.Sprintf("%s  %s", d.Code, first(t.at[d.Code] == "", "?", t.at[d.Code])), ""
	case "set":
		return t.set(d)
	case "run":
		switch {
		case t.tripped:
			return triedTrip, triedTripped
		case t.forbidden() != "":
			return triedStands, t.forbidden()
		}
		t.running = true
		return triedRuns(t.hertz()), ""
	case "trip":
		t.running, t.tripped = false, true
		return triedTrip, ""
	case "reset":
		t.tripped = false
	}
	t.running = false
	return triedStands, ""
}

// set puts a value at a code, a jumper or a trim as the drive takes it.
func (t *tried) set(d bridge.Deed) (shows, refused string) {
	value := strings.TrimSpace(d.Value)
	if i := slices.IndexFunc(t.p.Parameters, func(q Parameter) bool { return q.Code == d.Code }); i >= 0 {
		q := &t.p.Parameters[i]
		if t.running && q.Function != Accelerate && q.Function != Decelerate {
			return t.at[d.Code], triedRunning
		}
		if len(q.Choices) > 0 {
			if !slices.ContainsFunc(q.Choices, func(c Choice) bool { return c.Value == value }) {
				return t.at[d.Code], triedChoices(q)
			}
		} else {
			x, err := q.Read(value)
			if err != nil {
				return t.at[d.Code], err.Error()
			}
			if q.ranged() && (x < q.Least-1e-9 || x > q.Most+1e-9) {
				return t.at[d.Code], triedRange(q)
			}
			value, _ = q.Show(x)
		}
		t.at[d.Code] = value
		return fmt.Sprintf("%s  %s", d.Code, value), ""
	}
	if i := slices.IndexFunc(t.p.Jumpers, func(j Jumper) bool { return j.Name == d.Code }); i >= 0 {
		if !slices.ContainsFunc(t.p.Jumpers[i].Positions, func(x Position) bool { return x.At == value }) {
			return t.at[d.Code], triedPlaces(&t.p.Jumpers[i])
		}
		t.at[d.Code] = value
		return fmt.Sprintf("%s  %s", d.Code, value), ""
	}
	if i := slices.IndexFunc(t.p.Trims, func(x Trim) bool { return x.Name == d.Code }); i >= 0 {
		x, err := strconv.ParseFloat(strings.TrimSpace(strings.TrimSuffix(value, "%")), 64)
		if err != nil || !(x >= 0 && x <= 100) {
			return t.at[d.Code], triedTravel
		}
		t.at[d.Code] = percent(x / 100)
		return fmt.Sprintf("%s  %s", d.Code, t.at[d.Code]), ""
	}
	return "", noSuchCode(d.Code)
}

// hertz is what it runs up to: its greatest, by code or trim; else that of its plate.
func (t *tried) hertz() float64 {
	if q := t.p.find(MostHertz); q != nil {
		if x, err := q.Read(t.at[q.Code]); err == nil {
			return x
		}
	}
	for _, one := range t.p.Trims {
		if one.Function == MostHertz {
			share, _ := strconv.ParseFloat(strings.TrimSuffix(t.at[one.Name], " %"), 64)
			return one.From + share/100*(one.To-one.From)
		}
	}
	return t.p.Lifted().Output.Hertz
}

// forbidden is a combination of what is set that must not be; empty: there is none.
func (t *tried) forbidden() string {
	wants := map[Function]Want{}
	for _, q := range t.p.Parameters {
		for _, c := range q.Choices {
			if c.Value == t.at[q.Code] {
				wants[q.Function] = Want{Word: c.Means}
			}
		}
	}
	for _, j := range t.p.Jumpers {
		for _, x := range j.Positions {
			if x.At == t.at[j.Name] && x.Means != "" {
				wants[j.Function] = Want{Word: x.Means}
			}
		}
	}
	if all := t.p.Forbidden(wants); len(all) > 0 {
		return all[0]
	}
	return ""
}
