package dc

import (
	"fmt"
	"math"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// PlanBrakeTimes is the first amps of a stop over rated amps where nobody says the
// resistor: between the two and three times that commutators stand.
const PlanBrakeTimes = 2.5

// Stopping is a stop on a resistor as it will be.
type Stopping struct {
	Stop
	Ohm   float64
	Watts float64 // it is chosen by: the mean twice, and one stop's pulse
	Mean  float64 // W, by the stops of an hour
	Stops float64
}

// stopping works the stop out: from the fastest that is used, friction alone helping.
func stopping(o *Solved) (s Stopping) {
	d := o.Duty
	if s.Ohm = o.Chosen.BrakeOhms; s.Ohm == 0 {
		s.Ohm = roundUp(d.OhmsFor(o.View.MostRPM, PlanBrakeTimes))
	}
	s.Stop = d.Brake(o.View.MostRPM, s.Ohm, d.Inertia)
	if s.Stops = o.Chosen.Stops; s.Stops == 0 {
		s.Stops = 6
	}
	s.Mean = s.Joules * s.Stops / 3600
	// Wire-wound resistors take some ten seconds of their watts at once (guide value).
	s.Watts = roundUp(math.Max(2*s.Mean, s.Joules/10))
	return s
}

// roundUp to two figures.
func roundUp(x float64) float64 {
	if x <= 0 {
		return 0
	}
	step := math.Pow(10, math.Floor(math.Log10(x))-1)
	return math.Ceil(x/step-1e-9) * step
}

// StopView is what the Stop part shows, in groups.
type StopView struct {
	Start   []finding.Figure `json:"start" nullable:"false"`
	Stop    []finding.Figure `json:"stop" nullable:"false"`
	Turn    []finding.Figure `json:"turn" nullable:"false"`
	Field   []finding.Figure `json:"field" nullable:"false"`
	Reverse []string         `json:"reverse" nullable:"false"` // how it is turned round, step by step
	Order   []string         `json:"order" nullable:"false"`   // what opens and closes first on a stop
}

func fig(o *Placed, id, name, text, note, formula, numbers string, section finding.Section) finding.Figure {
	return finding.Figure{ID: id, Name: name, Text: text, Note: note, Mark: finding.Estimated, Section: section,
		Why: []finding.Why{{Formula: formula, Numbers: numbers, Section: section, Source: "plate, readings and engine",
			Estimated: true}}}
}

func stopView(o *Solved) StopView {
	d, s := o.Duty, o.stop
	c := d.Constants()
	v := StopView{Start: []finding.Figure{}, Stop: []finding.Figure{}, Turn: []finding.Figure{},
		Field:   []finding.Figure{},
		Reverse: []string{}, Order: []string{}}
	fig := func(id, name, text, note, formula, numbers string) finding.Figure {
		return fig(&o.Placed, id, name, text, note, formula, numbers, finding.OnDirect)
	}
	times := func(amps float64) string { return unit.Three(amps/d.ArmatureAmps) + " × rated amps" }
	volts := d.VoltsFor(o.View.MostRPM, o.Dial.Nm/o.Dial.NmPerAmp)
	direct := d.StartAmps(d.ArmatureVolts, 0)
	v.Start = append(v.Start,
		fig("direct", "Straight on, no limit", unit.Text(direct, "A"), times(direct)+": why limit and ramp matter",
			"Va/Ra",
			fmt.Sprintf("(%s − %s)/%s", unit.Plain(d.ArmatureVolts), unit.Text(d.BrushVolts, "V"),
				unit.Text(d.Ohm, "Ω"))),
		fig("up", "On its ramp", unit.Text(upAmps(o), "A"), "in "+unit.Text(o.set.UpSeconds, "s")+" to the dial's end",
			"(load + friction + J·ω/t)/k", fmt.Sprintf("J = %s", unit.Three(d.Inertia)+unit.Space+"kg·m²")),
		fig("held", "Held at standstill", unit.Percent(d.Minute(0)), "of rated torque, at the current limit",
			"k·I − friction",
			unit.Text(d.LimitAmps, "A")),
		fig("again", "Supply gone and back, dial up, standing", unit.Text(d.LimitAmps, "A"),
			"its limit holds it; no-volt release keeps it off", "min(limit, Va/Ra)", ""),
		fig("turning", "The same while it still turns", unit.Text(d.StartAmps(volts, -o.View.MostRPM), "A"),
			"at most: it makes nearly the volts it is given", "(Va − Ke·n − brushes)/Ra", ""))
	v.Stop = append(v.Stop,
		fig("coast", "Coasting", secondsText(coast(o)), "from the dial's end, with its lightest load",
			"J·ω/(load + friction)", ""),
		fig("ohm", "Braking resistor", unit.Text(s.Ohm, "Ω"), map[bool]string{true: "as entered",
			false: "the plan's"}[o.Chosen.BrakeOhms > 0],
			"(Ke·n − brushes)/(2.5·rated amps) − Ra", ""),
		fig("first", "First amps", unit.Text(s.FirstAmps, "A"), times(s.FirstAmps), "(Ke·n − brushes)/(Ra + Rb)", ""),
		fig("seconds", "To a twentieth of the speed", unit.Text(s.Seconds, "s"), "with friction alone",
			"J·dω/dt = −k·i − friction", ""),
		fig("joules", "Into the resistor", unit.Text(s.Joules, "J"), "each stop", "∫ i²·Rb dt", ""),
		fig("watts", "Its watts", unit.Text(s.Watts, "W"), fmt.Sprintf("for %s stops an hour and for one stop's "+
			"pulse; wire-wound, by its maker's sheet",
			unit.Plain(s.Stops)), "the greater of 2·J·stops/3600 and J/10", unit.Text(s.Mean, "W")+" on average"))
	thrown := d.StartAmps(volts, o.View.MostRPM)
	v.Turn = append(v.Turn, fig("thrown", "Thrown round while turning", unit.Text(thrown, "A"),
		times(thrown)+": never", "(Va + Ke·n − brushes)/Ra", ""))
	names := o.Site.As.Leads.Brushed.Names
	a := names.Of("armature")
	v.Reverse = append(v.Reverse, reverseByLeads(a), reverseStanding, reverseNamed)
	switch {
	case o.Profile.Reversing == "contactor":
		v.Reverse = append(v.Reverse, reverseContactors(&o.Placed))
	case o.Profile.Reversing == "" && o.Profile.Quadrants == 1 && o.Chosen.Reverse == "switch":
		v.Reverse = append(v.Reverse, reverseUnknown(&o.Placed))
	}
	if o.Profile.Quadrants == 4 || o.Profile.Reversing == "itself" {
		v.Reverse = append(v.Reverse, reversesItself(&o.Placed))
	}
	v.Order = append(v.Order, stopFirst, stopParts, stopBrakes)
	if wound(&o.Placed) {
		fieldFigures(o, &v, c, volts, fig)
	}
	return v
}

// fieldFigures are a wound field's: lost, and weakened.
func fieldFigures(o *Solved, v *StopView, c Constants, volts float64,
	fig func(id, name, text, note, formula, numbers string) finding.Figure) {
	d := o.Duty
	lost := func(id, name string, limit, load float64, otherwise string) {
		r := d.RunsAway(volts, o.View.MostRPM, limit, load, d.Inertia)
		text := unit.Whole(r.Peak, "rpm") + " in " + unit.Text(r.Seconds, "s")
		note := unit.Three(r.Peak/d.RPM) + " × base speed"
		switch {
		case r.Peak > 2*d.RPM:
			text, note = "past "+unit.Whole(2*d.RPM, "rpm"), "twice its base speed, within "+unit.Text(r.Seconds,
				"s")+" and on: it bursts"
		case r.Stalls:
			note += ", then it stands at its limit and burns"
		}
		v.Field = append(v.Field, fig(id, name, text, note+otherwise, "flux falls in 0.3 s to 4 % (guide value)", ""))
	}
	lost("lost", "Field lost, belt off", d.LimitAmps, 0, "; its limit holds it, if it is set right")
	lost("lost-free", "The same without a limit", math.Inf(1), 0, "")
	lost("lost-loaded", "Field lost under the load", d.LimitAmps, d.Asked(d.Load.Usual, d.RPM)*c.RatedNm, "")
	if top := o.Site.Direct.TopRPM; top > d.RPM {
		flux := d.RPM / top
		w := d.Weakened(flux)
		v.Field = append(v.Field, fig("weak", "At its plate's top speed", unit.Percent(w.Constants().RatedNm/c.RatedNm),
			fmt.Sprintf("of rated torque at %s, with %s of its field; %s does not weaken a field",
				unit.Whole(top, "rpm"), unit.Percent(flux), o.Profile.Name),
			"flux·k·Ia − friction", ""))
	}
}

// Braking is the stop on a resistor as it will be.
func (o *Solved) Braking() Stopping { return o.stop }
