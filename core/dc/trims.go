package dc

import (
	"fmt"
	"math"
	"strings"

	"graybridge/core/device"
	"graybridge/core/finding"
	"graybridge/core/load"
	"graybridge/core/unit"
)

// PlanIR is the share of the armature's ohms that IR compensation is set to where nobody
// says: below the edge, with a margin for ohms that are not known well.
const PlanIR = 0.8

// Trimmed is what a controller's trims are set to give.
type Trimmed struct {
	LeastVolts, MostVolts float64 // on the armature at the dial's ends, without its IR
	UpSeconds             float64
	DownSeconds           float64
	LimitAmps             float64
	PerAmp                float64 // V/A
	Plug                  Plug
	IdleAmps              float64
}

// trimmed finds what the trims must give for a greatest speed in use.
func trimmed(o *Solved, mostRPM float64) (t Trimmed) {
	d, p := o.Duty, o.Profile
	c := d.Constants()
	t.IdleAmps = c.FrictionNm / c.NmPerAmp
	t.Plug = Plug{Amps: p.Amps}
	if x, ok := p.PlugFor(d.ArmatureAmps); ok || x.Amps > 0 {
		t.Plug = x
	}
	if trim, ok := p.trim(TurnIR); ok && held(&o.Placed) == ByIR {
		share := PlanIR
		if o.Chosen.IRShare >= 0 {
			share = o.Chosen.IRShare
		}
		t.PerAmp = math.Min(share*d.Ohm, math.Max(trim.From, trim.To)*o.in.Armature/t.Plug.Amps)
	}
	amps := func(rpm float64) float64 {
		return (d.Asked(d.Load.Usual, rpm)*c.RatedNm + c.FrictionNm) / c.NmPerAmp
	}
	at := func(rpm float64) float64 { return d.VoltsFor(rpm, amps(rpm)) - t.PerAmp*amps(rpm) }
	t.MostVolts = at(mostRPM)
	// At rest at the dial's beginning: just under what friction and brushes hold back.
	t.LeastVolts = 0.9 * (d.BrushVolts + t.IdleAmps*(d.Ohm-t.PerAmp))
	if o.Chosen.LeastRPM > 0 {
		t.LeastVolts = at(math.Min(o.Chosen.LeastRPM, mostRPM))
	}
	t.LeastVolts = math.Max(0, math.Min(t.LeastVolts, t.MostVolts))
	t.LimitAmps = d.LimitAmps
	share := d.Load.RunUp().Share
	if d.Load.Start != load.Free {
		share = math.Max(d.Load.StartShare(), d.Load.Heaviest)
	}
	least := d.UpSeconds(mostRPM, d.LimitAmps, share*c.RatedNm, d.Inertia)
	t.UpSeconds = math.Max(2, math.Ceil(1.5*least))
	if math.IsInf(least, 0) || t.UpSeconds > 60 {
		t.UpSeconds = 60
	}
	if o.Chosen.UpS > 0 {
		t.UpSeconds = o.Chosen.UpS
	}
	if t.DownSeconds = t.UpSeconds; o.Chosen.DownS > 0 {
		t.DownSeconds = o.Chosen.DownS
	}
	return t
}

// held is how the speed is held: as said, else by IR where the controller has that trim.
func held(o *Placed) Held {
	if o.Chosen.Held != "" {
		return o.Chosen.Held
	}
	if _, ok := o.Profile.trim(TurnIR); ok {
		return ByIR
	}
	return ByVolts
}

// RowKind is what a row of the sheet is set by.
type RowKind string

// The kinds of row.
const (
	JumperRow RowKind = "jumper"
	PlugRow   RowKind = "plug"
	TrimRow   RowKind = "trim"
)

// Row is one line of the sheet: what to set, where it stands, and how to see that it is
// right.
type Row struct {
	ID       string      `json:"id"`
	Kind     RowKind     `json:"kind" enum:"jumper,plug,trim"`
	Turn     Turn        `json:"turn,omitempty"`
	Name     string      `json:"name"`  // as the board has it
	What     string      `json:"what"`  // in plain words
	Value    string      `json:"value"` // its place, or the clock
	Share    float64     `json:"share"` // of a pot's turn
	Want     string      `json:"want"`
	Does     string      `json:"does,omitempty"` // to the line of speed over torque
	Meter    string      `json:"meter,omitempty"`
	See      string      `json:"see,omitempty"`
	Caution  string      `json:"caution,omitempty"`
	Note     string      `json:"note,omitempty"`
	Cut      bool        `json:"cut,omitempty"` // it does not reach what is wanted
	ReadBack string      `json:"read_back,omitempty"`
	Odd      bool        `json:"odd,omitempty"` // found elsewhere
	Why      finding.Why `json:"why"`
	device.Set
}

// rows lists jumpers, plug and trims in the order in which they are set.
func rows(o *Solved) []Row {
	out := []Row{}
	p := o.Profile
	put := func(r Row) {
		r.Set = device.SetOf(o.Chosen.Done, "row:"+r.ID, r.Value)
		if back, ok := o.Chosen.Back[strings.ToUpper(r.Name)]; ok {
			r.ReadBack = Clock(back)
			r.Odd = math.Abs(back-r.Share) > 0.06
		}
		out = append(out, r)
	}
	if p.byMeter() {
		for _, r := range byFunction(o) {
			put(r)
		}
	}
	for _, j := range p.Jumpers {
		put(jumperRow(o, j))
	}
	if len(p.Plugs) > 0 {
		put(plugRow(o))
	}
	for _, turn := range turns {
		if t, ok := p.trim(turn); ok {
			put(trimRow(o, t))
		}
	}
	return out
}

func jumperRow(o *Solved, j Jumper) Row {
	r := Row{ID: j.Name, Kind: JumperRow, Name: j.Name, Caution: deadFirst}
	place := o.in.Jumper
	r.What, r.Want = "Line volts", unit.Whole(o.Site.Supply.Volts, "V")+" at the wall"
	if j.For == "armature" {
		place = unit.Plain(o.in.Armature)
		r.What, r.Want = "Armature volts", unit.Whole(o.in.Armature, "V")+" range"
	}
	r.Value, r.See = place, placePrinted
	for _, at := range j.At {
		if at == place {
			r.Why = finding.Why{Formula: "the range that holds " + r.Want, Section: finding.OnDirect, Source: "profile"}
			return r
		}
	}
	r.Cut, r.Note = true, "the profile names no such place: look at its maker's sheet"
	r.Why = finding.Why{Formula: "the range that holds " + r.Want, Section: finding.OnDirect, Source: "profile"}
	return r
}

func plugRow(o *Solved) Row {
	amps := o.Duty.ArmatureAmps
	r := Row{ID: "plug", Kind: PlugRow, Name: o.set.Plug.Marking, What: "Plug-in resistor", Value: o.set.Plug.Marking,
		Want: unit.Text(o.set.Plug.Amps, "A") + " for the armature's " + unit.Text(amps, "A"),
		See:  markingScales, Caution: deadFirst,
		Why: finding.Why{Formula: "the least that is not below rated amps", Section: finding.OnDirect,
			Source:  "the controller's own table",
			Numbers: unit.Text(amps, "A")}}
	if o.set.Plug.Amps < amps {
		r.Cut, r.Note = true, "its greatest: the limit counts from "+unit.Text(o.set.Plug.Amps, "A")
	}
	return r
}

// source of every trim's figure.
const trimSource = "plate, load and choices of this job"

// trimRow is one pot: what it must give, where it stands, what shows that it is right.
func trimRow(o *Solved, t Trim) Row {
	r := Row{ID: t.Name, Kind: TrimRow, Turn: t.Turn, Name: t.Name}
	give := map[Turn]func(*Row) (want, scale float64){TurnLeast: o.leastTrim, TurnMost: o.mostTrim, TurnUp: o.upTrim,
		TurnDown: o.downTrim, TurnLimit: o.limitTrim, TurnIR: o.irTrim}[t.Turn]
	want, scale := give(&r)
	r.Share, r.Cut = t.Travel(want)
	r.Value = Clock(r.Share)
	if r.Cut {
		r.Note = fmt.Sprintf("it goes from %s to %s", trimEnd(t, t.From, scale), trimEnd(t, t.To, scale))
	}
	return r
}

// leastTrim is the volts at the dial's beginning.
func (o *Solved) leastTrim(r *Row) (want, scale float64) {
	s := &o.set
	volts := func(set float64) string { return unit.Text(set+s.PerAmp*s.IdleAmps, "V") }
	scale = o.in.Armature
	want = s.LeastVolts / scale
	r.What, r.Want = "Slowest, dial at zero", unit.Text(s.LeastVolts, "V")
	r.Does = "lifts or lowers the line at the dial's beginning"
	r.Meter = "Armature, belt off, dial at zero: " + volts(s.LeastVolts) + " DC"
	r.See = justStands
	r.Why = finding.Why{Formula: "0.9·(brushes + idle amps·(Ra − c))", Section: finding.OnDirect, Source: trimSource,
		Estimated: true}
	if o.Chosen.LeastRPM > 0 {
		r.See = tachometerLoaded(&o.Placed)
		r.Why.Formula = "Ke·n + Ia·(Ra − c) + brushes, at the slowest wanted"
	}
	return want, scale
}

// mostTrim is the volts at the dial's end.
func (o *Solved) mostTrim(r *Row) (want, scale float64) {
	d, s := o.Duty, &o.set
	volts := func(set float64) string { return unit.Text(set+s.PerAmp*s.IdleAmps, "V") }
	scale = o.in.Armature
	want = s.MostVolts / scale
	r.What, r.Want = "Fastest, dial at its end", unit.Text(s.MostVolts, "V")
	r.Does = "lifts or lowers the line at the dial's end"
	r.Meter = "Armature, belt off, dial at its end: " + volts(s.MostVolts) + " DC, never above " +
		unit.Whole(1.05*d.ArmatureVolts, "V")
	r.See = tachometerFree(d, s)
	r.Why = finding.Why{Formula: "Ke·n + Ia·(Ra − c) + brushes, at the fastest wanted", Section: finding.OnDirect,
		Source:  trimSource,
		Numbers: unit.Whole(o.View.MostRPM, "rpm"), Estimated: true}
	return want, scale
}

// upTrim is the ramp up.
func (o *Solved) upTrim(r *Row) (want, scale float64) {
	s := &o.set
	scale = 1
	want = s.UpSeconds
	r.What, r.Want = "Up, zero to the dial's end", unit.Text(want, "s")
	r.Does = "sets how fast it climbs from line to line"
	r.Meter = fmt.Sprintf("Armature amps while it climbs: at most %s", unit.Text(upAmps(o), "A"))
	r.See = watchUp
	r.Why = finding.Why{Formula: "half as long again as the current limit needs, 2 s at least",
		Section: finding.OnDirect, Source: trimSource,
		Estimated: true}
	return want, scale
}

// downTrim is the ramp down.
func (o *Solved) downTrim(r *Row) (want, scale float64) {
	s := &o.set
	scale = 1
	want = s.DownSeconds
	r.What, r.Want = "Down, the dial's end to zero", unit.Text(want, "s")
	r.Does = "sets how fast it comes down, never faster than it coasts"
	r.See = coastsLonger(o)
	if o.Profile.Quadrants == 4 {
		r.See = brakesItself
	}
	r.Why = finding.Why{Formula: "as up", Section: finding.OnDirect, Source: trimSource, Estimated: true}
	return want, scale
}

// limitTrim is the current limit, as a share of the plug-in's amps.
func (o *Solved) limitTrim(r *Row) (want, scale float64) {
	d, s := o.Duty, &o.set
	scale = s.Plug.Amps
	want = s.LimitAmps / scale
	r.What, r.Want = "Current limit", unit.Text(s.LimitAmps, "A")+", "+
		""+unit.Percent(s.LimitAmps/d.ArmatureAmps)+" of plate"
	r.Does = "cuts the line off at that torque"
	r.Meter = "A DC ammeter in the armature lead, shaft held for one second, dial a quarter up: " +
		unit.Text(s.LimitAmps, "A")
	r.See = ammeterStays
	r.Caution = heldByABar
	r.Why = finding.Why{Formula: "100 to 150 % of rated amps", Section: finding.OnDirect, Source: trimSource,
		Numbers: unit.Percent(s.LimitAmps / d.ArmatureAmps), Estimated: true}
	return want, scale
}

// irTrim is the volts added for each ampere.
func (o *Solved) irTrim(r *Row) (want, scale float64) {
	d, s := o.Duty, &o.set
	scale = o.in.Armature / s.Plug.Amps
	want = s.PerAmp / scale
	r.What, r.Want = "IR compensation", unit.Text(s.PerAmp, "V")+" for each ampere, "+
		""+unit.Percent(s.PerAmp/d.Ohm)+" of Ra"
	r.Does = "tilts the line up to level"
	r.See = halfSpeed(d, s)
	r.Meter = fmt.Sprintf("Half speed, belt off, then at the usual load: armature volts rise by %s",
		unit.Text(s.PerAmp*
			(o.Dial.Nm/o.Dial.NmPerAmp-s.IdleAmps), "V"))
	r.Why = finding.Why{Formula: "c = share · Ra; level at Ra, hunting beyond", Section: finding.OnDirect,
		Source:  trimSource,
		Numbers: fmt.Sprintf("%s · %s", unit.Percent(s.PerAmp/d.Ohm), unit.Text(d.Ohm, "Ω")), Estimated: true}
	return want, scale
}

func trimEnd(t Trim, x, scale float64) string {
	switch t.Turn {
	case TurnUp, TurnDown:
		return unit.Text(x, "s")
	case TurnLimit:
		return unit.Text(x*scale, "A")
	case TurnIR:
		return unit.Text(x*scale, "V/A")
	}
	return unit.Text(x*scale, "V")
}

// upAmps are the armature's while it comes up on its ramp, at most the limit.
func upAmps(o *Solved) float64 {
	d := o.Duty
	share := d.Load.RunUp().Share
	if d.Load.Start != load.Free {
		share = math.Max(d.Load.StartShare(), d.Load.Heaviest)
	}
	return math.Min(d.LimitAmps, d.UpAmps(o.View.MostRPM, o.set.UpSeconds, share*d.Constants().RatedNm, d.Inertia))
}

// coast is how long it takes to rest with its lightest load alone.
func coast(o *Solved) float64 {
	d := o.Duty
	c := d.Constants()
	return d.DownSeconds(o.View.MostRPM, d.Asked(d.Load.Lightest, o.View.MostRPM)*c.RatedNm, d.Inertia)
}

func secondsText(s float64) string {
	if math.IsInf(s, 0) || s > 600 {
		return "minutes"
	}
	return unit.Text(s, "s")
}
