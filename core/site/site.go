// Package site is a document read: what stands at one machine, said once and never
// changed. Supply, plate, leads and load are read from what was typed; the joints
// that give the coils their volts are chosen; the motor is fitted to its plate.
// Everything after it (the bridges, the order of work, the card) computes from the
// site, and nothing parses again.
//
// The site depends on the bridge in one thing, the Feed: the volts that the bridge
// gives the motor's leads, and whether it makes the motor's own hertz.
package site

import (
	"math"
	"slices"

	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/plate"
	"graybridge/core/supply"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// Entries are what was typed of one machine and its supply.
type Entries struct {
	Rules  table.Rules
	Volts  float64 // nominal
	Hertz  float64
	Supply supply.Entry
	Tables *table.Own // the workshop's own; nil: none
	Plate  plate.Entry
	Leads  leads.Entry
	Load   load.Entry
}

// Feed is what a bridge gives the motor's leads.
type Feed struct {
	Volts    float64
	OwnHertz bool   // it makes the hertz that the motor was made for
	ThreeFed bool   // all three lines are fed: no two may meet in a joint
	Third    string // what the third line is called; empty: the made third line
	Brushed  bool   // it gives direct current: the machine is read as a brushed motor
}

// Site is one machine as read. Its values are not to be changed.
type Site struct {
	As    Entries
	Feed  Feed
	Rules table.Rules

	Supply     supply.Supply
	Plate      plate.Plate
	Load       load.Load
	Hand       leads.Hand
	Gauge      unit.Conductor // of the motor's leads
	Found      leads.Joints
	FoundKnown bool
	Wanted     leads.Joints // nil: not known yet
	Round      leads.Verdict
	Measured   leads.Measured

	Reach    []leads.Reach     // every arrangement of the leads, the best first
	Inner    leads.Arrangement // inside a three-lead motor
	Column   plate.Column
	Model    *machine.Model // nil: the plate is not complete
	Refitted bool           // the model's magnetising reactance is measured
	// the curve of its main flux is measured
	CurveRead bool
	Fitted    []finding.Figure
	LeansOn   []finding.Why // what every figure of the model leans on

	Direct  plate.Direct       // of a brushed motor, where the feed is for one
	Brushed leads.BrushedFound // its leads

	Readings []finding.Reading
	Said     []finding.Finding

	factorGuessed bool // the first of LeansOn is the power factor
	own           *drawn
}

// Read reads what was typed. feed tells, from the line, what the bridge gives.
func Read(e Entries, feed func(lineVolts float64) Feed) *Site {
	s := &Site{As: e, Rules: e.Rules, own: &drawn{}}
	s.readSupply(feed)
	if s.Feed.Brushed {
		s.readBrushed()
		return s
	}
	s.read()
	s.say(s.Plate.Checks(s.Supply.Hertz, s.Feed.OwnHertz)...)
	s.target()
	s.fit()
	return s
}

func (s *Site) readSupply(feed func(float64) Feed) {
	s.Supply, s.Readings = supply.Read(s.As.Supply, s.Rules, s.As.Volts, s.As.Hertz)
	s.Supply = s.Supply.By(s.As.Tables)
	// Half of a split-phase supply, from one of its legs to neutral, is a supply too.
	if leg := s.Supply.Nominal / 2; s.Rules == table.NorthAmerica && s.Rules.LineToNeutral(leg) &&
		math.Abs(s.Supply.Volts/leg-1) <= 0.1 {
		s.Supply.Nominal = leg
	}
	s.Supply = s.Supply.Behind()
	s.Feed = feed(s.Supply.Volts)
}

// Wires are the conductors as this workshop sizes them.
func (s *Site) Wires() table.Wires { return table.Wires{Rules: s.Rules, Own: s.As.Tables} }

// readBrushed reads plate, leads and load of a brushed motor.
func (s *Site) readBrushed() {
	var r []finding.Reading
	keep := func() { s.Readings = append(s.Readings, r...) }
	s.Direct, r = plate.ReadDirect(s.As.Plate)
	keep()
	s.Brushed, r = s.As.Leads.Brushed.Find(s.Direct.Field(), s.Direct.Winding == plate.Compound)
	keep()
	s.Load, r = load.Read(s.As.Load)
	keep()
	s.say(s.Direct.Checks()...)
}

func (s *Site) read() {
	var r []finding.Reading
	keep := func() { s.Readings = append(s.Readings, r...) }
	s.Plate, r = plate.Read(s.As.Plate, s.Supply.Hertz)
	keep()
	if s.As.Leads.Kind == "" {
		s.As.Leads.Kind = leads.Six
	}
	s.Hand = s.As.Leads.Hand()
	s.Hand.Third = s.Feed.Third
	var chosen bool
	s.Found, s.Wanted, s.FoundKnown, chosen, r = leads.Read(s.As.Leads)
	keep()
	if !chosen {
		s.Wanted = nil
	}
	var touches leads.Touches
	touches, r = leads.ReadRound(s.As.Leads.Round)
	keep()
	s.Round = touches.Verdict()
	s.Round.Marked = s.Hand.AreMarks(touches.Tags)
	s.Measured, r = leads.ReadOhms(s.As.Leads.Ohms)
	keep()
	if g := s.As.Leads.Gauge; g != "" {
		c, ok, err := unit.ParseConductorIn(s.Rules == table.NorthAmerica, g)
		one := finding.Reading{Path: "leads.gauge", Typed: g, ReadAs: c.String()}
		if err != nil || !ok {
			one.ReadAs, one.Problem, one.Wanted = "", finding.NotRead, "14 AWG or 1.5 mm²"
		} else {
			s.Gauge = c
		}
		s.Readings = append(s.Readings, one)
	}
	s.Load, r = load.Read(s.As.Load)
	keep()
}

func (s *Site) say(f ...finding.Finding) { s.Said = append(s.Said, f...) }

// Has says that something of an id was said of the site.
func (s *Site) Has(id string) bool {
	return slices.ContainsFunc(s.Said, func(f finding.Finding) bool { return f.ID == id })
}

// Fits says that the joints wanted give the coils their volts.
func (s *Site) Fits() bool { return len(s.Reach) > 0 && s.Reach[0].Fits() }

// Mark of a figure that comes from the engine: estimated as soon as anything it
// leans on is.
func (s *Site) Mark() finding.Mark {
	if slices.ContainsFunc(s.LeansOn, func(w finding.Why) bool { return w.Estimated }) {
		return finding.Estimated
	}
	return finding.Computed
}

// With is the site with another model in the place of the one fitted to the plate
// alone: the motor that readings show, and why. curve says that they showed the curve of
// its main flux too.
func (s *Site) With(m machine.Model, why finding.Why, curve bool) *Site {
	out := *s
	out.own = &drawn{}
	out.Model, out.Refitted, out.CurveRead = &m, true, curve
	out.LeansOn, out.factorGuessed = slices.Clone(s.LeansOn), false
	if s.factorGuessed { // it stands first, and is measured now
		out.LeansOn = out.LeansOn[1:]
	}
	if curve {
		out.LeansOn = slices.DeleteFunc(out.LeansOn, func(w finding.Why) bool {
			return w.Section == finding.OnSaturation
		})
	}
	out.LeansOn = append(out.LeansOn, why)
	return &out
}
