package symptom

import (
	"math"
	"slices"
	"strings"

	"graybridge/core/cause"
	"graybridge/core/complaint"
	"graybridge/core/document"
	"graybridge/core/entry"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/plan"
	"graybridge/core/protection"
	"graybridge/core/site"
	"graybridge/core/unit"
)

// How far a motor may be from its plate, and a reading from the engine; of its logarithm, planning.
const (
	strayOhms  = 0.05 // beside the scale that all its ohms share
	strayLive  = 0.12
	strayVolts = 0.05
	strayCan   = 0.06
	strayDial  = 0.03
	strayLow   = 0.09 // of a dial that is set low, nobody knows how far
)

// how is what a cause changes of the machine, beside its joints and its can.
type how struct {
	fed      site.Fed
	doc      func(d *document.Document)
	farads   float64 // share of the planned; 1: as planned
	short    bool    // the can is shorted
	shaft    string
	relay    float64 // share of the dial that is planned
	post     float64 // share of the volts that stands at the isolator, idle
	nothing  bool    // nothing flows
	frame    bool
	coupled  string
	weight   float64
	opposite bool // it turns the other way
}

func usual() how {
	return how{farads: 1, shaft: "free", relay: 1, post: 1, coupled: "same", weight: 1}
}

// add puts a cause's worlds on the bench.
func (b *bench) add(id string, all ...how) {
	sum := 0.0
	for _, h := range all {
		sum += h.weight
	}
	for _, h := range all {
		st, solved := b.settle(&h)
		said, reads := b.foretold(id, &h, &st, solved)
		b.worldsOf(id, h.weight/sum, said, reads, b.lineOhms(&h))
	}
}

// settle solves one world; false where nothing could be foretold of it running.
func (b *bench) settle(h *how) (st site.State, ok bool) {
	s := b.solved
	if h.doc != nil {
		d := b.doc.Clone()
		for _, one := range s.Bridge().Built() { // a cause changes what is so, not what was built
			entry.Put(&d, one.Path, one.Value)
		}
		h.doc(&d)
		s = plan.Read(b.ctx, d)
		if s.Broke != nil {
			return st, false
		}
	}
	if h.fed.Joints == nil {
		h.fed.Joints = b.joints
	}
	st = s.Bridge().Settle("symptom", h.fed, true)
	return st, st.Solved && !st.Short
}

// foretold is what an owner would say in a world, and what its checks would read, but for the ohms.
func (b *bench) foretold(id string, h *how, st *site.State, solved bool) (odds, map[string]reading) {
	reads := map[string]reading{
		"shaft":          word(h.shaft),
		"insulation":     figure(60, 1, 0.05),
		"joints":         {joints: b.seen(h), other: !b.seen(h).Equal(b.joints), known: true},
		"load uncoupled": word(h.coupled),
		"volts post":     figure(b.site.Supply.Volts*h.post, strayVolts, 1),
	}
	if b.corner != "" {
		reads["capacitor line"] = word(b.corner)
	}
	if h.fed.OtherLine {
		reads["capacitor line"] = word(map[string]string{"L1": "L2", "L2": "L1"}[b.corner])
	}
	if b.farads > 0 {
		reads["microfarad"] = b.figure(b.farads*h.farads, strayCan, 0.02*b.farads)
	}
	if h.short {
		reads["microfarad"] = word("short")
	}
	if b.relay.RelaySet > 0 {
		strays := strayDial
		if h.relay < 1 {
			strays = strayLow
		}
		reads["relay set"] = figure(b.relay.RelaySet*h.relay, strays, 0.05)
	}
	said := odds{}
	switch {
	case h.frame:
		reads["insulation"] = figure(0.005, 1, 0.05)
		said[complaint.LeakageTrips], said[complaint.BreakerTrips] = 0.9, 0.3
		return said, reads
	case h.nothing:
		said[complaint.Silent] = 0.95
		for _, k := range []string{"amps L1", "amps L2", "amps L3", "amps supply"} {
			reads[k] = figure(0, strayLive, 0.05*b.rated)
		}
		for _, k := range []string{"volts L1-L2", "volts L1-L3", "volts L2-L3"} {
			reads[k] = figure(0, strayVolts, 3)
		}
		reads["rpm"], reads["runs when spun"] = figure(0, strayVolts, 20), word("false")
		reads["lines through"] = word("open")
		return said, reads
	case !solved:
		said[complaint.HumsStands], said[complaint.MotorHot], said[complaint.RelayTrips] = 0.4, 0.3, 0.3
		said[complaint.Weak], said[complaint.Crawls], said[complaint.BreakerTrips] = 0.2, 0.2, 0.3
		return said, reads
	}
	stands := b.complaint(id, h, st, said)
	b.live(reads, st, stands)
	spun := st.Runs && !h.short && h.shaft == "free"
	if spun {
		said[complaint.StartsSpun] = 0.5 * stands
	}
	reads["runs when spun"] = word(map[bool]string{true: "true", false: "false"}[spun])
	return said, reads
}

// live are the readings at the machine's leads and the supply, and its speed, in a state.
func (b *bench) live(reads map[string]reading, st *site.State, stands float64) {
	for i, l := range st.Lines {
		reads["amps "+leads.Lines[i]] = b.figure(l.Amps, strayLive, 0.03*b.rated)
	}
	for _, v := range st.Between {
		reads["volts "+v.A+"-"+v.B] = b.figure(v.Value, strayVolts, 3)
	}
	reads["amps supply"] = b.figure(st.Supply, strayLive, 0.03*b.rated)
	speed := st.Speed
	if stands > 0.5 {
		speed = 0
	}
	reads["rpm"] = b.figure(speed, 0.03, 20)
}

// complaint is what an owner would say of a state; stands is how likely it does not start.
func (b *bench) complaint(id string, h *how, st *site.State, said odds) (stands float64) {
	gives := st.Gives
	stands = 0.02
	switch {
	case h.shaft == "held" || !st.Starts && gives <= 0:
		stands = 0.97
	case st.Asks > 0:
		stands = 1 / (1 + math.Pow(math.Max(0.01, gives)/st.Asks, 5))
		if !st.Starts {
			stands = math.Max(stands, 0.6)
		}
	case !st.Starts:
		stands = 0.9
	}
	worst := 0.0
	for _, c := range st.Coils {
		worst = math.Max(worst, c.Share)
	}
	seen := st.Supply
	if b.relay.Relay == protection.MotorLeads || b.street != nil {
		seen = 0
		for _, l := range st.Lines {
			seen = math.Max(seen, l.Amps)
		}
	}
	over := func(x, limit, steep float64) float64 { return 1 / (1 + math.Pow(limit/math.Max(0.01, x), steep)) }
	runs := 1 - stands
	said[complaint.HumsStands], said[complaint.Crawls] = 0.95*stands, 0.06
	said[complaint.BreakerTrips] = 0.15 * stands
	said[complaint.Loud], said[complaint.Shakes] = 0.2, 0.05
	if b.relay.RelaySet > 0 {
		said[complaint.RelayTrips] = runs * over(seen, 1.08*b.relay.RelaySet*h.relay, 12)
	}
	said[complaint.MotorHot] = runs * over(worst, 1.1, 10)
	if h.farads > 1.3 {
		said[complaint.CanHot] = 0.15
	}
	said[complaint.Backward] = 0.01
	if h.opposite {
		said[complaint.Backward] = 0.95 * runs
	}
	said[complaint.Weak] = 0.05
	if b.site.Plate.RPM > 0 && st.Speed > 0 {
		said[complaint.Weak] = runs * math.Max(0.05, over(1-st.Speed/b.site.Plate.RPM, 0.08, 4))
	}
	if id == cause.LoadHeavy {
		said[complaint.Weak] = math.Max(said[complaint.Weak], 0.3)
	}
	return stands
}

// seen are the joints as they stand in the box: a can that is shorted joins two of them outside it.
func (b *bench) seen(h *how) leads.Joints {
	if h.short {
		return b.joints
	}
	return h.fed.Joints
}

func word(w string) reading { return reading{word: w, known: true} }

func figure(x, strays, floor float64) reading {
	return reading{figure: x, strays: strays, floor: floor, known: true}
}

// onCapacitor puts the causes of a machine on a run capacitor on the bench.
//
// Long: a list of causes, each by itself.
func (b *bench) onCapacitor() {
	fine := usual()
	st, solved := b.settle(&fine)
	_, inOrder := b.foretold("", &fine, &st, solved)
	b.looksUsual(inOrder)
	can := func(share float64, odds float64) how {
		h := usual()
		h.fed.Can, h.farads, h.weight = share, share, odds
		return h
	}
	open := usual()
	open.fed.NoCap, open.farads = true, 0
	b.add("run-capacitor-open", open)
	b.add("run-capacitor-weak", can(0.15, 1), can(0.25, 1.5), can(0.4, 1.5), can(0.55, 1), can(0.7, 0.7))
	b.add("run-capacitor-too-much", can(1.35, 0.8), can(1.6, 1), can(1.9, 1.2), can(2.3, 0.8), can(3, 0.4))
	short := usual()
	short.short = true
	short.fed.Joints = b.merged("L3", b.corner)
	b.add("run-capacitor-shorted", short)
	other := usual()
	other.fed.OtherLine, other.opposite = true, true
	b.add("capacitor-on-the-other-line", other)
	b.onMotor()
	var sags []how
	for _, left := range []float64{0.35, 0.5, 0.62, 0.75} { // at the start; idle it has all its volts
		h := b.lined(left)
		h.post = 1
		sags = append(sags, h)
	}
	b.add("feeder-weak", sags...)
	lost := usual()
	lost.nothing = true
	b.add("line-lost", lost)
	b.onRelay()
	b.onVolts()
}

// onVolts are the causes in the supply's volts: what the machine does on them is solved.
func (b *bench) onVolts() {
	b.add(cause.VoltsLow, b.lined(0.93), b.lined(0.87), b.lined(0.8))
	b.add(cause.VoltsHigh, b.lined(1.07), b.lined(1.12))
	b.add("neutral-for-a-line", b.lined(neutralShare(b.doc.Workshop.Colours)))
}

// lined is a machine on so much of its volts.
func (b *bench) lined(share float64) how {
	h := usual()
	h.post = share
	h.doc = func(d *document.Document) {
		d.Supply.Volts = unit.Plain(math.Round(10*b.site.Supply.AtWall(b.site.Supply.Volts)*share)/10) + " V"
	}
	return h
}

// neutralShare is what is left of the volts where a neutral stands for a line.
func neutralShare(colours document.Colours) float64 {
	if strings.HasPrefix(string(colours), "north-america") {
		return 0.5
	}
	return 1 / math.Sqrt(3)
}

// onMotor are the causes in the motor, its joints and its load.
func (b *bench) onMotor() {
	coils, _ := leads.Coils(b.site.Hand.Kind, b.site.Inner)
	var open []how
	for i := range coils {
		h := usual()
		h.fed.Coils = slices.Clone(coils)
		h.fed.Coils[i].Finish = leads.BrokenEnd
		open = append(open, h)
	}
	b.add("winding-open", open...)
	frame := usual()
	frame.frame = true
	b.add("winding-to-frame", frame)
	b.onJoints(coils)
	var heavy []how
	for _, of := range []float64{1.45, 1.8, 2.3} {
		h := usual()
		h.coupled = "well"
		h.doc = func(d *document.Document) { heavier(&d.Machines[b.at].Load, b.site.Load, of) }
		heavy = append(heavy, h)
	}
	b.add("load-too-heavy", heavy...)
	held := usual()
	held.shaft = "held"
	held.doc = func(d *document.Document) {
		l := &d.Machines[b.at].Load
		l.Kind, l.Start, l.Share, l.Heaviest = machine.Constant, load.Stuck, "300 %", "300 %"
	}
	b.add("shaft-held", held)
}

// heavier makes a machine ask more.
func heavier(e *load.Entry, was load.Load, of float64) {
	share := was.Usual
	if share == 0 {
		share = 0.6
	}
	e.Share, e.Heaviest, e.Lightest = unit.Plain(math.Round(100*share*of))+" %", "", ""
	if e.Kind == machine.NoLoad || e.Kind == "" {
		e.Kind = machine.Constant
	}
}

// onRelay is the relay's dial.
func (b *bench) onRelay() {
	if b.relay.RelaySet == 0 {
		return
	}
	var low []how
	for _, of := range []float64{0.45, 0.55, 0.65, 0.75} {
		h := usual()
		h.relay = of
		low = append(low, h)
	}
	b.add("relay-set-low", low...)
}

// merged are the joints with two lines in one.
func (b *bench) merged(x, y string) leads.Joints {
	var one []string
	out := leads.Joints{}
	for _, g := range b.joints {
		if slices.Contains(g, x) || slices.Contains(g, y) {
			one = append(one, g...)
		} else {
			out = append(out, g)
		}
	}
	return append(out, one)
}
