package rotary

import (
	"context"
	"errors"
	"fmt"
	"math"
	"slices"

	"graybridge/core/circuit"
	"graybridge/core/circuit/transient"
	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/unit"
)

// ErrNoFilm says that there is nothing to follow in time yet.
var ErrNoFilm = errors.New("nothing to follow")

// Film is a start followed in time: of the idler, or of a machine beside it.
type Film struct {
	Title   string           `json:"title"`
	TimeS   []float64        `json:"time_s" nullable:"false"`
	Speeds  []FilmSpeed      `json:"speeds" nullable:"false"` // the one that starts first
	Amps    []float64        `json:"amps" nullable:"false"`   // of the supply line: the greatest of each half period
	Sync    float64          `json:"sync_rpm"`
	Marks   []FilmMark       `json:"marks" nullable:"false"`
	Up      bool             `json:"up"`
	Figures []finding.Figure `json:"figures" nullable:"false"`
}

// FilmSpeed is one motor's speed over the film.
type FilmSpeed struct {
	ID   string    `json:"id"`
	Name string    `json:"name"`
	RPM  []float64 `json:"rpm" nullable:"false"`
}

// FilmMark is a moment at which something is switched.
type FilmMark struct {
	AtS  float64 `json:"at_s"`
	Text string  `json:"text"`
}

const (
	filmSlices = 240
	filmMost   = 6.0  // s that are followed at most
	spunTo     = 0.92 // of synchronous speed: what a rope or a pony motor brings
	upTo       = 0.9
	joinsAt    = 0.4 // s of spinning before a machine joins: the lines have settled
	before     = 0.1 // s of it that are shown
)

// node names an end of a motor of the street, which of them i, the idler 0.
func node(i int, end string) string { return fmt.Sprintf("%d %s", i, end) }

// inTime is a motor of the street for the time domain: three whole coils, and the
// joints that put them on its three leads. Halves side by side are a winding of a
// quarter of the ohms.
func (s *Street) inTime(i int) (circuit.Machine, [][]string) {
	m := &s.motors[i]
	eq := m.Model.Eq.SideBySide(m.k)
	coils := machine.Coils()
	for c := range coils {
		coils[c].Name, coils[c].Start, coils[c].Finish = node(
			i,
			coils[c].Name,
		), node(
			i,
			coils[c].Start,
		), node(
			i,
			coils[c].Finish,
		)
	}
	lead := func(n string) string { return node(i, n) }
	joints := [][]string{
		{lead("L1"), lead("U1")},
		{lead("L2"), lead("V1")},
		{lead("L3"), lead("W1")},
		{lead("U2"), lead("V2"), lead("W2")},
	}
	if !m.Star {
		joints = [][]string{
			{lead("L1"), lead("U1"), lead("W2")},
			{lead("L2"), lead("V1"), lead("U2")},
			{lead("L3"), lead("W1"), lead("V2")},
		}
	}
	return circuit.Machine{Name: node(i, "motor"), Equivalent: eq, Slip: 1, Coils: coils}, joints
}

// onLines joins a motor's leads to the three lines. Line 1 is taken behind the feeder's
// ohms; the cans stand ahead of them, since a feeder, two banks and nothing else in one
// loop settle in a microsecond, and what the cans draw hardly drops on it.
func onLines(i int) [][]string {
	return [][]string{{behind, node(i, "L1")}, {"L2", node(i, "L2")}, {"L3", node(i, "L3")}}
}

// behind is line 1 as the motors have it.
const behind = "L1 behind the feeder"

// filmed is a setup being made, with the motors in it.
type filmed struct {
	transient.Setup
	motors []int // of the street, in the order of the setup
}

func film(o *Solved, ctx context.Context, motors []int) *filmed {
	line := line(&o.Read)
	f := &filmed{motors: motors}
	f.Context, f.EndS = ctx, filmMost
	f.Circuit = circuit.Circuit{FrequencyHz: line.Hertz, Reference: "L2", Elements: []circuit.Element{},
		Sources: []circuit.Source{{Name: "line", From: "L1", To: "L2", VoltsRMS: line.Volts}}}
	if line.Ohm > 0 {
		f.Circuit.Elements = append(
			f.Circuit.Elements,
			circuit.Element{Name: "feeder", Kind: circuit.Resistor, From: "L1", To: behind, Ohm: line.Ohm},
		)
	} else {
		f.Circuit.Joints = append(f.Circuit.Joints, []string{"L1", behind})
	}
	for _, i := range motors {
		m, joints := o.Street.inTime(i)
		f.Circuit.Machines, f.Circuit.Joints = append(f.Circuit.Machines, m), append(f.Circuit.Joints, joints...)
		f.Rotors = append(f.Rotors, rotor(&o.Read, i))
	}
	return f
}

// rotor of a motor of the street, with its load from standstill up.
func rotor(o *Read, i int) transient.Rotor {
	m, l, more := o.Idler.Site.Model, machine.Load{Kind: machine.NoLoad}, 0.0
	if i > 0 {
		site := o.At(i - 1).Site
		m, l, more = site.Model, site.Load.RunUp(), site.Load.Inertia
	}
	r := transient.Rotor{InertiaKgM2: machine.RotorInertia(m) + more,
		Load: transient.Load{ConstantNm: m.FrictionNm, ReferenceRadS: m.RPM * math.Pi / 30}}
	full := l.Share * m.RatedTorqueNm
	switch l.Kind {
	case machine.Constant:
		r.Load.ConstantNm += full
	case machine.Linear:
		r.Load.LinearNm = full
	case machine.Fan:
		r.Load.FanNm = full
	}
	return r
}

// way is +1 with the idler spun forward, −1 backward.
func way(o *Read) float64 {
	if o.As.Spun == Backward {
		return -1
	}
	return 1
}

// bank puts a balance bank between a line and a node that may be joined to L3 later.
func (f *filmed) bank(name, line, to string, uf float64) {
	if uf > 0 {
		f.Circuit.Elements = append(
			f.Circuit.Elements,
			circuit.Element{Name: name, Kind: circuit.Capacitor, From: line, To: to, Microfarad: uf},
		)
	}
}

// Film follows the start of the motor planned. The error is ErrNoFilm where there is
// nothing to follow, or the context's.
func (o *Solved) Film(ctx context.Context) (Film, error) {
	if o.Answer == nil {
		return Film{}, ErrNoFilm
	}
	if o.IsIdler() {
		return filmIdler(o, ctx)
	}
	if i := o.Planned(); i >= 0 {
		return filmMachine(o, ctx, i+1)
	}
	return Film{}, ErrNoFilm
}

// filmIdler brings the idler up: spun and closed, or on its start capacitor.
func filmIdler(o *Solved, ctx context.Context) (Film, error) {
	f := film(o, ctx, []int{0})
	f.Circuit.Joints = append(f.Circuit.Joints, onLines(0)...)
	a := o.Answer
	out := Film{Title: "The idler, spun and closed"}
	leads, into := "L1", "L3"
	if way(&o.Read) < 0 {
		leads = "L2"
	}
	fixed := o.As.Cans == Fixed
	if !fixed { // the cans hang on a node of their own until their contactor closes
		into = "cans"
	}
	f.bank("bank L1-L3", "L1", into, a.Balance.L13)
	f.bank("bank L2-L3", "L2", into, a.Balance.L23)
	can := o.As.StartBy.ByCapacitor() && a.IdlerStart.Used > 0
	if can {
		out.Title = "The idler on its start capacitor"
		f.bank("start", leads, "L3", a.IdlerStart.Used)
		first, err := f.Trace(1, f.above(0, dropOutShare))
		if err != nil {
			return Film{}, ended(ctx)
		}
		drop := filmMost
		if first.Result.Stopped {
			drop = first.Result.TimeS
			out.Marks = append(out.Marks, FilmMark{drop, "start capacitor out"})
		}
		f.Openings = []transient.Opening{{Element: "start", AfterS: drop}}
	} else {
		f.Rotors[0].SpeedShare = spunTo * way(&o.Read)
	}
	reach, err := f.Trace(1, f.above(0, 0.97))
	if err != nil {
		return Film{}, ended(ctx)
	}
	f.EndS = 2
	if reach.Result.Stopped {
		f.EndS = math.Min(filmMost, reach.Result.TimeS*1.5+0.6)
		if into == "cans" && a.Balance != (Balance{}) {
			at := math.Min(f.EndS-0.2, reach.Result.TimeS+0.2)
			f.Closings = []transient.Closing{{Joints: [][]string{{"cans", "L3"}}, AtS: at}}
			out.Marks = append(out.Marks, FilmMark{at, "balance cans in"})
		}
	}
	return develop(&o.Read, ctx, f, out, reach.Result.TimeS, reach.Result.Stopped, 0)
}

// dropOutShare of synchronous speed is where a relay lets the start capacitor go.
const dropOutShare = 1 - dropOutSlip

// filmMachine starts a machine beside the spinning idler and whatever may run with it.
func filmMachine(o *Solved, ctx context.Context, one int) (Film, error) {
	f := film(o, ctx, append([]int{one, 0}, besides(o, one)...))
	a := o.Answer
	f.bank("bank L1-L3", "L1", "L3", a.Balance.L13)
	f.bank("bank L2-L3", "L2", "L3", a.Balance.L23)
	name := o.At(one - 1).Name
	out := Film{Title: finding.Upper(name) + " beside the spinning idler", Marks: []FilmMark{{joinsAt, "closed"}}}
	for k, i := range f.motors {
		if k == 0 {
			continue
		}
		f.Circuit.Joints = append(f.Circuit.Joints, onLines(i)...)
		f.Rotors[k].SpeedShare = 0.995 * way(&o.Read)
		if i > 0 {
			f.Rotors[k].SpeedShare = (1 - o.Street.motors[i].rated) * way(&o.Read)
		}
	}
	f.Closings = []transient.Closing{{Joints: onLines(one), AtS: joinsAt}}
	reach, err := f.Trace(1, f.above(0, upTo))
	if err != nil {
		return Film{}, ended(ctx)
	}
	f.EndS = joinsAt + 2
	if reach.Result.Stopped {
		f.EndS = math.Min(filmMost, joinsAt+(reach.Result.TimeS-joinsAt)*1.5+0.5)
	}
	return develop(&o.Read, ctx, f, out, reach.Result.TimeS-joinsAt, reach.Result.Stopped, joinsAt)
}

// besides are the machines that may run beside one: the first largest set with it.
func besides(o *Solved, one int) (out []int) {
	for _, set := range o.sets {
		if slices.Contains(set, one-1) && len(set)-1 > len(out) {
			out = out[:0]
			for _, i := range set {
				if i != one-1 {
					out = append(out, i+1)
				}
			}
		}
	}
	return out
}

// above ends a run once a motor of it has a share of its synchronous speed.
func (f *filmed) above(k int, share float64) func(*transient.Sample) bool {
	sync := f.Circuit.Machines[k].Equivalent.SyncRadPerSecond(f.Circuit.FrequencyHz)
	return func(x *transient.Sample) bool { return math.Abs(x.SpeedRadS[k]) >= share*sync }
}

// ended is why a run ended: its caller has gone, or it cannot be followed.
func ended(ctx context.Context) error {
	if err := ctx.Err(); err != nil {
		return err
	}
	return ErrNoFilm
}

// develop runs the film and reads it. took is how long the one that starts needed,
// from the moment from.
func develop(o *Read, ctx context.Context, f *filmed, out Film, took float64, up bool, from float64) (Film, error) {
	trace, err := f.Trace(filmSlices, nil)
	if err != nil {
		return Film{}, ended(ctx)
	}
	cut := 0 // the lines settle before a machine joins; that is not its start
	for from > 0 && trace.TimeS[cut] < from-before {
		cut++
	}
	out.Up, out.TimeS, out.Amps = up, trace.TimeS[cut:], trace.Amps[cut:]
	start := 0.0
	if cut > 0 {
		start = trace.TimeS[cut-1]
	}
	for i := range out.TimeS {
		out.TimeS[i] -= start
	}
	for i := range out.Marks {
		out.Marks[i].AtS -= start
	}
	from -= start
	out.Sync = f.Circuit.Machines[0].Equivalent.SyncRadPerSecond(f.Circuit.FrequencyHz) * 30 / math.Pi
	if out.Marks == nil {
		out.Marks = []FilmMark{}
	}
	peak := 0.0
	for i, t := range out.TimeS {
		if t >= from {
			peak = math.Max(peak, out.Amps[i])
		}
	}
	width := f.EndS / filmSlices
	back := int(math.Ceil(1 / (2 * f.Circuit.FrequencyHz * width)))
	for i := len(out.Amps) - 1; i >= 0; i-- {
		out.Amps[i] = slices.Max(out.Amps[max(0, i-back+1) : i+1])
	}
	for k, i := range f.motors {
		s := FilmSpeed{ID: o.Idler.ID, Name: o.Idler.Name, RPM: trace.RPM[k][cut:]}
		if i > 0 {
			s.ID, s.Name = o.At(i-1).ID, o.At(i-1).Name
		}
		for n, rpm := range s.RPM {
			s.RPM[n] = math.Abs(rpm)
		}
		out.Speeds = append(out.Speeds, s)
	}
	filmFigures(o, &out, trace, took, peak)
	return out, nil
}

// filmFigures are what a person asks of a start.
func filmFigures(o *Read, out *Film, trace transient.Trace, took, peak float64) {
	out.Figures = []finding.Figure{}
	add := func(id, name string, value float64, text, note string) {
		out.Figures = append(
			out.Figures,
			finding.Figure{
				ID:      id,
				Name:    name,
				Value:   value,
				Text:    text,
				Note:    note,
				Mark:    finding.Estimated,
				Section: finding.OnTime,
			},
		)
	}
	if out.Up {
		add(
			"reach",
			"Up after",
			took,
			unit.Plain(math.Round(took*100)/100)+unit.Space+"s",
			"90"+unit.Space+"% of synchronous speed and more",
		)
	} else {
		add("reach", "Does not come up", 0, "hums", "switch off at once")
	}
	add("peak", "Inrush, peak", peak, unit.Text(peak, "A"), "in the supply line")
	if line := line(o); line.Ohm > 0 {
		dip := peak / math.Sqrt2 * line.Ohm
		add(
			"dip",
			"Dip on the feeder",
			dip,
			unit.Text(dip, "V"),
			unit.Text(dip/line.Volts*100, "%")+" of the volts at the outlet: the lights show it",
		)
	}
	for _, opened := range trace.Result.Opened {
		add(
			"trapped",
			"Left on the start capacitor",
			math.Abs(opened.Volts),
			unit.Whole(math.Abs(opened.Volts), "V"),
			"until its resistor takes it off",
		)
	}
	for k, s := range out.Speeds {
		if k == 0 {
			continue
		}
		least, last := slices.Min(s.RPM), s.RPM[len(s.RPM)-1]
		note := "holds its speed"
		if last < 0.8*s.RPM[0] {
			note = "falls out"
		}
		add("least-"+s.ID, finding.Upper(s.Name)+" sinks to", least, unit.Whole(least, "rpm"), note)
	}
}
