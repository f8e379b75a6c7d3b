package job

import (
	"context"
	"fmt"
	"math"
	"reflect"
	"strings"

	"graybridge/core/bringup"
	"graybridge/core/capacitor"
	"graybridge/core/circuit"
	"graybridge/core/drive"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/openfile"
	"graybridge/core/protection"
	"graybridge/core/site"
	"graybridge/core/supply"
	"graybridge/core/unit"
)

// Plan is everything that follows from a document.
type Plan struct {
	Machine  string                `json:"machine"` // id of the one that is planned
	Readings []finding.Reading     `json:"readings" nullable:"false"`
	Findings []finding.Finding     `json:"findings" nullable:"false"`
	Bays     []BayState            `json:"bays" nullable:"false"`
	Next     Next                  `json:"next"`
	Moves    []leads.Move          `json:"moves" nullable:"false"`
	Leads    LeadsPlan             `json:"leads"`
	Motor    []finding.Figure      `json:"motor" nullable:"false"` // what the plate means
	Bridge   []finding.Figure      `json:"bridge" nullable:"false"`
	Supply   []finding.Figure      `json:"supply" nullable:"false"`
	Guard    []finding.Figure      `json:"protection" nullable:"false"`
	Load     []finding.Figure      `json:"load" nullable:"false"`
	Schools  []capacitor.School    `json:"schools" nullable:"false"`
	Use      *capacitor.UseVerdict `json:"use,omitempty"` // permanent, short runs or a test
	Combos   []capacitor.Combo     `json:"combos" nullable:"false"`
	Trim     *capacitor.TrimView   `json:"trim,omitempty"`
	Drive    *DrivePlan            `json:"drive,omitempty"`
	Buys     []Buy                 `json:"buys" nullable:"false"`
	Offers   []Offer               `json:"offers" nullable:"false"` // each bridge in a line
	Now      State                 `json:"now"`
	Wanted   State                 `json:"wanted"`
	Link     Link                  `json:"link"`
	Card     bringup.Card          `json:"card"`
	Computed bool                  `json:"computed"` // the motor could be computed
}

// BayState is a bay's key figure and gravest mark.
type BayState struct {
	Bay   finding.Bay   `json:"bay"`
	Title string        `json:"title"`
	Key   string        `json:"key"`
	Mark  finding.Grade `json:"mark"`
	Do    Do            `json:"do"`
}

// Next is the one thing to do next.
type Next struct {
	Bay   finding.Bay `json:"bay"`
	Text  string      `json:"text"`
	Entry string      `json:"entry,omitempty"`
	Card  bool        `json:"card,omitempty"` // nothing is left but to take the card to the machine
	// Unknown is for who does not know: how to find out, or what is assumed.
	Unknown string `json:"unknown,omitempty"`
}

// Link carries the plain numbers that the drawings and the µF ruler need.
type Link struct {
	Microfarad float64          `json:"microfarad"`
	Chosen     bool             `json:"chosen"`
	Parts      []capacitor.Part `json:"parts" nullable:"false"`
	Start      float64          `json:"start_microfarad"` // entered; 0: none
	RulerTo    float64          `json:"ruler_to"`         // µF at the right end of the ruler
	CornerTo   string           `json:"corner_to"`
	Bridge     string           `json:"bridge"` // capacitor or drive
	Third      string           `json:"third"`  // what the third line is called
	DriveName  string           `json:"drive_name,omitempty"`
	Usual      float64          `json:"usual"` // load shares
	Lightest   float64          `json:"lightest"`
	Heaviest   float64          `json:"heaviest"`
	Continuous float64          `json:"continuous"`
	Breaker    string           `json:"breaker,omitempty"`
	Relay      string           `json:"relay,omitempty"`
	RelayWay   protection.Relay `json:"relay_way,omitempty"`
	Does       string           `json:"does,omitempty"`
	Kind       leads.Kind       `json:"kind"`
	Naming     leads.Naming     `json:"naming"`
	LoadKind   machine.LoadKind `json:"load_kind"`
	Feeder     string           `json:"feeder,omitempty"`
	Way        leads.Way        `json:"way"`
	Box        leads.Box        `json:"box"`
	Rows       leads.Rows       `json:"rows,omitempty"`
	Beside     leads.Naming     `json:"beside,omitempty"`
	Reversing  bool             `json:"reversing,omitempty"` // a switch moves the capacitor
}

// Unreadable is returned by Plan's strict twin for a document whose entries
// cannot all be read: every such entry with what would do.
func (p *Plan) Unreadable() openfile.Problems {
	var bad openfile.Problems
	for _, r := range p.Readings {
		if r.Problem != "" {
			bad = append(bad, openfile.Problem{Path: r.Path, Found: fmt.Sprintf("%q", r.Typed), Wanted: r.Wanted})
		}
	}
	return bad
}

// worker carries one document through the chapters.
type worker struct {
	ctx      context.Context // ends the work when its caller has gone
	doc      *Document
	machine  *Machine // the one that is planned: a copy
	plan     *Plan
	site     *site.Site
	guard    protection.Protection
	cornerTo string
	entered  float64 // µF
	startUF  float64
	drawer   []float64
	prices   capacitor.Prices
	rounds   []capacitor.Round // readings on the running bridge
	answer   *capacitor.Answer
	choice   *protection.Choice
	chosen   drive.Chosen
	profile  *drive.Profile
	motor    *drive.Motor
	weighed  *drive.Weighed
	hertz    float64 // on the drive's dial
	judged   bool    // the supply has been judged with what is drawn
	asks     protection.Asks
}

// Make is Plan(document): the whole answer. The document must have passed
// Validate; anything typed in it may still be unreadable or missing, and the
// plan then says so and goes as far as it can.
func Make(d Document) Plan {
	p, _ := MakeUntil(context.Background(), d)
	return p
}

// MakeUntil is Make for a caller who may go away: the error is that of the
// context, and then there is no plan. A document whose plan fails for any other
// reason still gets one, which says so and shows what was typed.
func MakeUntil(ctx context.Context, d Document) (p Plan, err error) {
	w := newWorker(ctx, &d)
	defer func() {
		if v := recover(); v != nil {
			p, err = Plan{}, ctx.Err()
			if err == nil {
				p = Failed(d)
			}
		}
	}()
	for _, stage := range []func(){w.read, w.direction, w.compute, w.states, w.planLeads, w.judge, w.gather} {
		if err := ctx.Err(); err != nil {
			return Plan{}, err
		}
		stage()
	}
	w.plan.place(w.machine.ID)
	if !sound(reflect.ValueOf(*w.plan)) {
		return Failed(d), nil
	}
	return *w.plan, nil
}

func newWorker(ctx context.Context, d *Document) *worker {
	one := d.Machines[0]
	w := &worker{ctx: ctx, doc: d, machine: &one, plan: emptyPlan()}
	w.plan.Machine = one.ID
	return w
}

func emptyPlan() *Plan {
	return &Plan{Readings: []finding.Reading{}, Findings: []finding.Finding{}, Moves: []leads.Move{}, Motor: []finding.Figure{}, Bridge: []finding.Figure{}, Schools: []capacitor.School{}, Combos: []capacitor.Combo{}, Buys: []Buy{}, Offers: []Offer{},
		Supply: []finding.Figure{}, Guard: []finding.Figure{}, Load: []finding.Figure{}}
}

func (w *worker) say(f ...finding.Finding) { w.plan.Findings = append(w.plan.Findings, f...) }

// read reads the whole document: what cannot be read is said.
func (w *worker) read() {
	d, m, p := w.doc, w.machine, w.plan
	var own []finding.Reading
	own, feed := w.readDrive()
	w.site = site.Read(site.Entries{Rules: d.Workshop.Rules, Volts: d.Workshop.Volts, Hertz: d.Workshop.Hertz,
		Supply: d.Supply, Plate: m.Plate, Leads: m.Leads, Load: m.Load}, feed)
	p.Readings = append(p.Readings, w.site.Readings...)
	var r []finding.Reading
	w.guard, r = protection.Read(m.Protection)
	p.Readings = append(p.Readings, r...)
	p.Readings = append(p.Readings, w.readBridge()...)
	p.Readings = append(p.Readings, own...)
	bays := map[string]finding.Bay{"supply": finding.Supply, "plate": finding.Motor, "leads": finding.Leads,
		"bridge": finding.Bridge, "drive": finding.Bridge, "load": finding.Load, "protection": finding.Protection}
	for _, one := range p.Readings {
		if one.Problem == "" {
			continue
		}
		part, _, _ := strings.Cut(one.Path, ".")
		w.say(finding.Finding{ID: "unread." + one.Path, Unread: true, Bay: bays[part], Grade: finding.Caution,
			Sentence: fmt.Sprintf("“%s” could not be read.", one.Typed),
			Detail:   one.Problem + " Write it like " + one.Wanted + ".", Entries: []string{one.Path}})
	}
	w.say(w.site.Said...)
}

// readBridge reads the capacitors: in circuit, in the drawer, for the start.
func (w *worker) readBridge() (readings []finding.Reading) {
	d := w.doc.Bridge.Capacitor
	one := func(field, typed, readAs string, bad bool, wanted string) {
		r := finding.Reading{Path: "bridge." + field, Typed: typed, ReadAs: readAs}
		if bad {
			r.ReadAs, r.Problem, r.Wanted = "", "This could not be read.", wanted
		}
		readings = append(readings, r)
	}
	microfarad := func(field, typed string, into *float64) {
		if typed == "" {
			return
		}
		uf, ok, err := unit.Microfarads.One(typed)
		if err == nil && ok {
			*into = uf
		}
		one(field, typed, unit.Plain(uf)+unit.Space+"µF", err != nil || !ok, "one number of µF, like 50")
	}
	microfarad("microfarad", d.Microfarad, &w.entered)
	microfarad("start_microfarad", d.Start, &w.startUF)
	if d.Drawer != "" {
		cans, err := unit.Microfarads.Each(d.Drawer, mostCans)
		w.drawer = cans
		texts := make([]string, len(cans))
		for i, c := range cans {
			texts[i] = unit.Plain(c)
		}
		one("drawer", d.Drawer, strings.Join(texts, ", ")+unit.Space+"µF", err != nil, fmt.Sprintf("a list like 40, 12, 2×30 (at most %d)", mostCans))
	}
	if d.Trim != "" {
		var r []finding.Reading
		w.rounds, r = capacitor.ReadRounds(d.Trim, !w.site.Hand.Kind.Halved())
		readings = append(readings, r...)
	}
	w.prices, _ = capacitor.ParsePrices(w.doc.Workshop.Prices) // refused when the workshop is stored
	return readings
}

// mostCans is how many cans of a drawer are looked through.
const mostCans = 24

// direction decides which supply line the capacitor goes to: to L1 turns
// forward, which facing the shaft end is clockwise when U, V, W are marked as
// the standard has it.
func (w *worker) direction() {
	want := "L1"
	if w.site.Load.Turn == load.Anti {
		want = "L2"
	}
	if w.isDrive() { // its outputs stand in order; the command turns it round
		w.cornerTo = "L1"
		return
	}
	w.cornerTo = w.doc.Bridge.Capacitor.CornerTo
	if w.cornerTo == "" {
		w.cornerTo = want
	}
	if len(w.site.Reach) == 0 || !w.site.Reach[0].Fits() {
		return
	}
	turns := map[string]string{"L1": "clockwise", "L2": "anticlockwise"}
	other := otherLine[w.cornerTo]
	f := finding.Finding{ID: "capacitor.direction", Bay: finding.Bridge, Grade: finding.Good,
		Sentence: fmt.Sprintf("Turns %s, facing the shaft end.", turns[w.cornerTo]),
		Detail:   fmt.Sprintf("If U, V, W are marked as the standard has it: bump it to be sure. For the other way move the capacitor's line end from %s to %s.", w.cornerTo, other),
		Why:      []finding.Why{{Formula: "capacitor from the corner to L1: forward; to L2: backward", Section: finding.OnDirection, Source: "engine; the order U, V, W turns clockwise facing the shaft end"}}}
	if w.site.Load.Turn != load.Either && w.cornerTo != want {
		f.Grade, f.Sentence = finding.Caution, fmt.Sprintf("It would turn %s; the machine wants %s.", turns[w.cornerTo], w.site.Load.Turn)
		f.Cures = []finding.Cure{{Label: "Capacitor to " + want, Path: "bridge.corner_to", Value: want}}
		f.Entries = []string{"bridge.corner_to", "load.turn"}
	}
	w.say(f)
}

// compute asks the bridge.
func (w *worker) compute() {
	m := w.site.Model
	if m == nil {
		return
	}
	w.plan.Computed = true
	if f, shorted := w.site.Shorted(); shorted {
		w.say(f)
		return
	}
	if w.isDrive() {
		w.computeDrive()
		return
	}
	if !w.site.Reach[0].Fits() {
		w.say(finding.Finding{ID: "capacitor.none", Bay: finding.Bridge, Grade: finding.Stop, Sentence: "No capacitor helps: none of the joints gives the coils their volts.",
			Detail: "A capacitor makes a third line; it does not make volts. See Leads for what would help.",
			Why:    []finding.Why{{Formula: "coil volts per hertz within 10 % of its own", Numbers: fmt.Sprintf("%s of its own", unit.Percent(w.site.Reach[0].Flux)), Section: finding.OnCoilVolts, Source: "plate and supply"}}})
		return
	}
	b := w.bridge(w.site.Wanted)
	if b == nil {
		return
	}
	q := w.question(b)
	if t, ok := q.Trim(w.rounds); ok {
		view, said := q.Show(t)
		w.plan.Trim = &view
		w.say(said...)
		if t.Fits { // what was estimated is measured now
			w.site = w.site.With(t.Model, finding.Why{Formula: "Xm · " + unit.Three(t.Magnetising), Numbers: unit.Text(t.Model.Eq.XmOhm, "Ω"),
				Section: finding.OnTrim, Source: "refitted to your readings on the running bridge"})
			m = w.site.Model
			if b = w.bridge(w.site.Wanted); b == nil {
				return
			}
			q = w.question(b)
		}
	}
	a := q.Solve()
	w.answer = &a
	if w.plan.Trim == nil {
		view := q.Foretell(a)
		w.plan.Trim = &view
	}
	said := q.Judge(a)
	w.say(said...)
	w.plan.Schools = a.Schools
	verdict := q.Verdict(a)
	w.plan.Use = &verdict
	w.plan.Combos = q.Combos(a.Balance, w.prices)
	w.plan.Bridge = bridgeFigures(a, m, w.site.Mark())
	room := &load.Room{Mark: w.site.Mark(), RatedNm: m.RatedTorqueNm, Continuous: a.Continuous, Start: a.StartTorque}
	if a.UsualRuns {
		room.RPM, room.Watts = a.Usual.RPM, a.Usual.ShaftWatts
	}
	w.plan.Load = w.site.Load.Figures(room)
	w.plan.Findings = append(w.plan.Findings, w.expectFinding(b, q, a)...)
	w.protect(b, a)
	w.plan.Buys = w.buys()
}

func (w *worker) has(id string) bool {
	for _, f := range w.plan.Findings {
		if f.ID == id {
			return true
		}
	}
	return false
}

// fed is a way to feed the motor: its joints, and what a mistake changes.
type fed struct {
	joints    leads.Joints
	coils     []circuit.Coil // nil: as they are
	otherLine bool           // the capacitor's line end on the other supply line
	noCap     bool
	startIn   bool // the start capacitor stays in
}

// bridge compiles the circuit for some joints; nil where it cannot be solved.
func (w *worker) bridge(joints leads.Joints) *capacitor.Bridge {
	return w.bridgeFed(fed{joints: joints})
}

var otherLine = map[string]string{"L1": "L2", "L2": "L1"}

func (w *worker) bridgeFed(f fed) *capacitor.Bridge {
	coils, inside := leads.Coils(w.site.Hand.Kind, w.site.Inner)
	if f.coils != nil {
		coils = f.coils
	}
	to := w.cornerTo
	if f.otherLine {
		to = otherLine[to]
	}
	all := append([][]string{}, inside...)
	b, err := capacitor.New(w.site.Model, capacitor.Wiring{
		Volts: w.site.Supply.Volts, FrequencyHz: w.site.Supply.Hertz, FeederOhm: w.site.Supply.FeederOhm, CornerTo: to,
		Coils: coils, Joints: append(all, f.joints...),
	})
	if err != nil {
		return nil
	}
	return b
}

func (w *worker) question(b *capacitor.Bridge) capacitor.Question {
	return capacitor.Question{
		Bridge: b, Kind: w.site.Load.Kind, Usual: w.site.Load.Usual, Lightest: w.site.Load.Lightest, Heaviest: w.site.Load.Heaviest,
		Reversing: w.doc.Bridge.Capacitor.Reversing, LightestSaid: w.machine.Load.Lightest != "", StartShare: w.site.Load.StartShare(), ServiceFactor: w.site.Plate.ServiceFactor, Entered: w.entered,
		Drawer: w.drawer, StartEntered: w.startUF, OnMinutes: w.site.Load.On, OffMinutes: w.site.Load.Off,
		SchoolVolts: w.site.Supply.Nominal, PowerFactor: w.site.Plate.PowerFactor.Value, Estimates: w.site.LeansOn,
	}
}

// atTheBox are stops about what is found or fitted, not about a value that sizes
// follow from: they keep the card back, and what is asked stays in sight.
var atTheBox = map[string]bool{
	"leads.fed-now": true, "supply.wire": true, "drive.sink": true, "drive.contactor": true, "drive.lid-run": true, "drive.lid": true, "drive.fight": true,
	"drive.run-source": true, "drive.speed-source": true, "drive.never": true,
}

// blocked is the stop that a value stands under: nothing is sized for a state
// that must not be.
func (w *worker) blocked() *finding.Finding {
	for i, f := range w.plan.Findings {
		if f.Grade == finding.Stop && f.Bay != finding.Protection && !atTheBox[f.ID] {
			return &w.plan.Findings[i]
		}
	}
	return nil
}

// occurring are the loads that occur, lightest to heaviest.
func (w *worker) occurring() []float64 {
	const steps = 8
	out := make([]float64, 0, steps+1)
	for i := range steps + 1 {
		out = append(out, w.site.Load.Lightest+(w.site.Load.Heaviest-w.site.Load.Lightest)*float64(i)/steps)
	}
	return append(out, w.site.Load.Usual)
}

func (w *worker) protect(b *capacitor.Bridge, a capacitor.Answer) {
	if a.UsualRuns {
		draw := &supply.Draw{Mark: w.site.Mark(), RunAmps: abs(a.Usual.SupplyAmps), RunVolts: a.Usual.SupplyVolts, StartAmps: a.StartSupplyAmps, StartVolts: a.StartSupplyVolts}
		if w.plan.Supply = w.site.Supply.Figures(draw); w.blocked() == nil {
			draw.MostAmps = draw.RunAmps
			if a.HeavyRuns {
				draw.MostAmps = max(draw.MostAmps, abs(a.Heavy.SupplyAmps))
			}
			w.say(w.site.Supply.Judge(draw, w.doc.Workshop.Rules)...)
			w.judged = true
		}
	}
	if f := w.blocked(); f != nil || !a.UsualRuns || !a.HeavyRuns {
		if f != nil {
			w.say(finding.Finding{ID: "protection.wait", Bay: finding.Protection, Grade: finding.Open, Sentence: "Nothing is sized here while a stop stands: " + f.Sentence,
				Detail: "Breaker, wire and relay follow the bridge as it will run. Mend that first.", Entries: f.Entries})
		}
		return
	}
	watched := b.Watch(a.Microfarad, w.site.Load.At(w.site.Load.Usual))
	asks := protection.Asks{
		Rules: w.doc.Workshop.Rules, Usual: w.seen(a.Usual), Heaviest: w.seen(a.Heavy), Idle: w.seen(a.Idle),
		Lines: protection.Guard{Least: watched.Lines, AtIdle: watched.LinesIdle}, Leads: protection.Guard{Least: watched.Leads, AtIdle: watched.LeadsIdle},
		StartAmps: a.StartSupplyAmps, Volts: w.site.Supply.Nominal, PlateAmps: w.site.Model.LineAmps, ServiceFactor: w.site.Plate.ServiceFactor,
		ShaftHP: w.site.Plate.ShaftWatts / unit.WattsPerHorsepower, Capacitor: a.CapacitorAmps,
	}
	for _, share := range w.occurring() {
		p, ok := b.Run(a.Microfarad, w.site.Load.At(share))
		if !ok {
			continue
		}
		s := w.seen(p)
		lead := max(s.Leads[0], s.Leads[1], s.Leads[2])
		asks.MostLead, asks.MostSupply, asks.Capacitor = max(asks.MostLead, lead), max(asks.MostSupply, s.Supply), max(asks.Capacitor, p.Capacitor)
	}
	asks.Lines.Carries, asks.Leads.Carries = asks.MostSupply, asks.MostLead
	choice, found := w.guard.Judge(asks)
	w.choice, w.asks = &choice, asks
	w.say(found...)
	w.plan.Guard = choice.Figures(asks)
}

// seen is what a point means to relay and wire. The motor lead to the line the
// capacitor hangs on carries the supply's amps less the capacitor's.
func (w *worker) seen(p capacitor.Point) protection.Seen {
	if len(p.Windings) == 0 {
		return protection.Seen{}
	}
	coil, share := p.WorstCoil()
	s := protection.Seen{Supply: abs(p.SupplyAmps), Worst: share, Coil: coil}
	s.Leads = p.LeadAmps(w.cornerTo)
	return s
}

func abs(z complex128) float64 { return math.Hypot(real(z), imag(z)) }

// bridgeFigures are what the bridge does; mark says whether they lean on an
// estimate.
func bridgeFigures(a capacitor.Answer, m *machine.Model, mark finding.Mark) []finding.Figure {
	computed := func(id, name string, value float64, text, note string) finding.Figure {
		if math.IsInf(value, 0) || math.IsNaN(value) { // what it cannot carry has no figure
			value = 0
		}
		return finding.Figure{ID: id, Name: name, Value: value, Text: text, Note: note, Mark: mark}
	}
	out := []finding.Figure{
		computed("continuous", "Good all day to", a.Continuous, unit.Percent(a.Continuous), unit.Text(a.Continuous*m.ShaftWatts/1000, "kW")+", every winding inside plate"),
	}
	if a.FullRuns {
		full := computed("full", "At full load", 0, "all day", "every winding inside its plate amps there")
		if a.Continuous < 1 {
			full.Note = "there; not at every load below"
		}
		if coil, share := a.Full.WorstCoil(); share > 1 {
			full.Value = capacitor.TimeToPlateHeat(share)
			full.Text, full.Mark = unit.Whole(full.Value, "min"), finding.Estimated
			full.Note = fmt.Sprintf("from cold, planning: winding %s at %s of plate amps", coil, unit.Percent(share))
			full.Why = []finding.Why{{Formula: "t = −τ·ln(1 − 1/share²), τ = 25 min", Numbers: full.Text, Section: finding.OnDuty, Source: "a small closed motor, planning", Estimated: true}}
		}
		out = append(out, full)
	} else {
		out = append(out, computed("full", "At full load", 0, "stalls", "it does not carry plate torque"))
	}
	if a.UsualRuns {
		coil, share := a.Usual.WorstCoil()
		out = append(out,
			computed("worst", "Worst winding", share, unit.Percent(share), coil+" at your load, of plate amps"),
			computed("supply", "Supply line", abs(a.Usual.SupplyAmps), unit.Text(abs(a.Usual.SupplyAmps), "A"), "power factor "+unit.Three(a.Usual.PowerFactor)),
			computed("corner", "Corner volts", a.Usual.CornerToL2, unit.Whole(a.Usual.CornerToL1, "V"), "to L1; "+unit.Whole(a.Usual.CornerToL2, "V")+" to L2"),
			computed("speed", "Speed", a.Usual.RPM, unit.Whole(a.Usual.RPM, "rpm"), unit.Text(a.Usual.ShaftWatts/1000, "kW")+" at the shaft"),
			computed("heat", "Copper heat", a.Usual.CopperShare, unit.Percent(a.Usual.CopperShare), "of what the plate allows"))
	}
	class := "no class fits"
	if a.Class > 0 {
		class = fmt.Sprintf("and %s at worst; buy %s or more", unit.Text(a.CapacitorAmps, "A"), unit.Whole(a.Class, "V"))
	}
	out = append(out,
		computed("capacitor", "Capacitor", a.WorstVolts, unit.Whole(a.WorstVolts, "V"), class),
		computed("can", "Its ±5 %", max(a.CanLow, a.CanHigh), unit.Percent(a.CanLow)+" to "+unit.Percent(a.CanHigh), "worst winding, load and idle, low can to high can"),
		computed("start", "Start torque", a.StartTorque, unit.Percent(a.StartTorque), "of rated, run capacitor alone"),
		computed("start-amps", "Start takes", a.StartSupplyAmps, unit.Text(a.StartSupplyAmps, "A"), "from the line, at standstill"))
	return out
}

// motorFigures is what the plate means, with where each comes from.
func (w *worker) motorFigures() []finding.Figure {
	p := &w.site.Plate
	out := []finding.Figure{}
	add := func(id, name string, value float64, text, note string, mark finding.Mark) {
		out = append(out, finding.Figure{ID: id, Name: name, Value: value, Text: text, Note: note, Mark: mark})
	}
	if p.Poles > 0 {
		sync := 120 * p.Hertz / float64(p.Poles)
		add("poles", "Poles", float64(p.Poles), fmt.Sprint(p.Poles), fmt.Sprintf("synchronous %s", unit.Whole(sync, "rpm")), finding.Computed)
		add("slip", "Slip at plate", (sync-p.RPM)/sync, unit.Text((sync-p.RPM)/sync*100, "%"), "", finding.Computed)
	}
	if p.ShaftWatts > 0 {
		add("power", "Power", p.ShaftWatts, unit.Text(p.ShaftWatts/1000, "kW"), unit.Text(p.ShaftWatts/unit.WattsPerHorsepower, "hp")+" at the shaft", finding.FromPlate)
	}
	if p.ShaftWatts > 0 && p.RPM > 0 {
		t := 9.549 * p.ShaftWatts / p.RPM
		add("torque", "Rated torque", t, unit.Text(t, "N·m"), unit.Text(t*0.73756, "lb·ft"), finding.Computed)
	}
	if v := p.PowerFactor; v.Value > 0 {
		add("power-factor", "Power factor", v.Value, unit.Three(v.Value), v.Basis, v.Mark)
	}
	if v := p.Efficiency; v.Value > 0 {
		add("efficiency", "Efficiency", v.Value, unit.Percent(v.Value), v.Basis, v.Mark)
	}
	if m := w.site.Model; m != nil {
		add("winding", "One winding", m.WindingVolts, unit.Text(m.WindingVolts, "V"), unit.Text(m.WindingAmps, "A")+" at plate", w.site.Column.Mark)
		out = append(out, w.site.Fitted...)
		r1 := finding.Estimated
		if p.WindingOhm20 > 0 {
			r1 = finding.Measured
		}
		eq := m.Eq
		add("r1", "R1", eq.R1Ohm, unit.Text(eq.R1Ohm, "Ω"), "one winding, hot", r1)
		add("x1", "X1, X2", eq.X1Ohm, unit.Text(eq.X1Ohm, "Ω"), unit.Text(eq.X2Ohm, "Ω"), finding.Estimated)
		add("r2", "R2 running", eq.R2Ohm, unit.Text(eq.R2Ohm, "Ω"), unit.Text(eq.R2StandstillOhm, "Ω")+" at standstill", finding.Estimated)
		xm, note := finding.Estimated, "magnetising"
		if w.site.Refitted {
			xm, note = finding.Measured, "magnetising, from your readings on the bridge"
		}
		add("xm", "Xm", eq.XmOhm, unit.Text(eq.XmOhm, "Ω"), note, xm)
		add("breakdown", "Breakdown torque", m.BreakdownTorqueRatio, unit.Three(m.BreakdownTorqueRatio)+" × rated", "of the fitted motor", finding.Estimated)
	}
	return out
}
