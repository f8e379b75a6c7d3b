package capacitor

import (
	"fmt"
	"math"
	"math/cmplx"
	"regexp"
	"slices"
	"strings"

	"graybridge/core/can"
	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/search"
	"graybridge/core/unit"
)

// Round is what was read on the running bridge in one go, at one capacitance
// and one load. What was not read is NaN.
type Round struct {
	Typed      string
	Line       int // of the text that it was read from, from 0
	Microfarad float64
	Read       [readable]float64
}

// The readings of a round, by their place in Read.
const (
	atLeads    = 0 // A in the motor leads L1, L2, corner
	atWindings = 3 // A in the windings U, V, W
	atCorner   = 6 // V from the corner to L1, to L2
	atVolts    = 8 // V between L1 and L2 at the motor
	atSupply   = 9 // A in the supply line
	readable   = 10
)

var readNames = [readable]string{"Lead L1", "Lead L2", "Made line’s lead", "Winding U", "Winding V", "Winding W",
	"Made line to L1", "Made line to L2", "L1 to L2", "Supply line"}

func isVolts(i int) bool { return i >= atCorner && i <= atVolts }

// parts of a round's line: the word, its place, how many numbers.
var roundParts = []struct {
	word  string
	at, n int
}{{"leads", atLeads, 3}, {"windings", atWindings, 3}, {"corner", atCorner, 2}, {"volts", atVolts, 1},
	{"supply", atSupply, 1}}

const roundWanted = "like “52 µF: leads 4.1 3.8 2.2; corner 224 231; volts 236”"

// mostRounds is how many rounds are looked at: the last ones.
const mostRounds = 3

var (
	roundStart  = regexp.MustCompile(`(?i)^\s*(\d+(?:[.,]\d+)?)\s*(?:µf|uf|μf|mfd)?\s*[:;,]?\s*(.*)$`)
	roundNumber = regexp.MustCompile(`\d+(?:[.,]\d+)?`)
	roundRest   = regexp.MustCompile(`(?i)^[\s,;/av]*$`)
)

// ReadRounds reads the rounds of readings, one a line. Every line that cannot
// be read becomes a reading with a problem; the others count.
func ReadRounds(text string, windings bool) (out []Round, readings []finding.Reading) {
	for at, line := range strings.Split(text, "\n") {
		if line = strings.TrimSpace(line); line == "" {
			continue
		}
		r, problem := readRound(line, windings)
		if problem != "" {
			readings = append(readings, finding.Reading{Path: "bridge.trim", Typed: line, Problem: problem,
				Wanted: roundWanted})
			continue
		}
		r.Line = at
		out = append(out, r)
	}
	if len(out) > 0 && len(readings) == 0 {
		readings = append(readings, finding.Reading{Path: "bridge.trim", Typed: text,
			ReadAs: fmt.Sprintf("%d rounds", len(out))})
	}
	return out[max(0, len(out)-mostRounds):], readings
}

func readRound(line string, windings bool) (r Round, problem string) {
	m := roundStart.FindStringSubmatch(line)
	if m == nil {
		return r, noMicrofarads
	}
	r = Round{Typed: line, Microfarad: unit.Decimal(m[1])}
	for i := range r.Read {
		r.Read[i] = math.NaN()
	}
	if !(r.Microfarad > 0 && r.Microfarad <= 2000) {
		return r, microfaradsBetween
	}
	any := false
	for part := range strings.SplitSeq(m[2], ";") {
		part = strings.TrimSpace(part)
		if part == "" {
			continue
		}
		word, rest, _ := strings.Cut(part, " ")
		if strings.IndexAny(word, "0123456789") == 0 { // three bare numbers are the motor leads
			word, rest = "leads", part
		}
		at := slices.IndexFunc(roundParts, func(p struct {
			word  string
			at, n int
		}) bool {
			return strings.EqualFold(p.word, strings.TrimSuffix(word, ":"))
		})
		if at < 0 {
			return r, noSuchWord(word)
		}
		p := roundParts[at]
		numbers := roundNumber.FindAllString(rest, -1)
		if extra := strings.TrimSpace(roundNumber.ReplaceAllString(rest, "")); !roundRest.MatchString(extra) {
			return r, noReadingAfter(rest, p)
		}
		if len(numbers) != p.n {
			return r, readingsAfter(p, numbers)
		}
		if p.at == atWindings && !windings {
			return r, halvesNotClamped
		}
		for i, n := range numbers {
			r.Read[p.at+i] = unit.Decimal(n)
		}
		any = true
	}
	if !any {
		return r, noReadings
	}
	return r, ""
}

// RoundFit is one round against the refitted motor.
type RoundFit struct {
	Round
	Slip      float64
	LoadShare float64 // shaft torque over rated
	Share     float64 // the same as a share of this kind of load
	Off       float64 // root mean square of the deviations, in meter errors
	Predicted [readable]float64
	WorstRead int // index of the reading that fits worst
}

// Trim is what the readings on the running bridge say about the motor, its load
// and its capacitor.
type Trim struct {
	Rounds      []RoundFit
	Fits        bool    // every round fits the refitted motor
	Magnetising float64 // factor on the estimated magnetising reactance, at the plate's flux
	A, N        float64 // of the main flux's curve
	CurveRead   bool    // the readings told about it; else it is the planning one
	Model       machine.Model
	Load        machine.Load // at the last round
	Best        float64      // µF with the least worst-winding amps at that load
	Parts       []can.Part   // cans for it
	To          float64      // what they add up to
	Now, After  float64      // worst winding at the last round's µF, and at To
	Leave       bool         // what is in the circuit is as good as it gets
	PerMicro    float64      // change of the worst winding's share by one µF more
	NextUF      float64      // where to read next: To, or what is in the circuit since
	Next        Point        // what to expect there
	Suspect     string       // what would explain readings that do not fit
	SuspectUF   float64      // µF that the readings look like; 0: none
}

// Errors of a handheld meter by which deviations are weighed: of the reading,
// and of a full winding's amps or of the line's volts.
const (
	ampsError     = 0.02
	ampsOffset    = 0.015
	voltsError    = 0.007
	xmDoubt       = 0.2 // of the logarithm of the magnetising reactance, before anything is read
	fitsWithin    = 3.0 // meter errors
	leaveWithin   = 0.02
	leaveMicro    = 0.04
	sameMicro     = 0.005
	leastXm       = 0.5
	mostXm        = 2.0
	weakCanBelow  = 0.92
	trimSlipFrom  = 5e-5
	trimSlipTo    = 0.4
	trimSlipSteps = 10
)

// predict fills what a meter would read at a slip. It allocates nothing.
func (b *Bridge) predict(slip float64, into *[readable]float64) bool {
	if b.solve(slip) != nil {
		return false
	}
	s := b.solver
	line, through := s.SourceAmps(0), s.ElementAmps(0)
	p := Point{SupplyAmps: line, capacitorAmps: through}
	leads := p.LeadAmps(b.Wiring.CornerTo)
	copy(into[atLeads:], leads[:])
	for k := range 3 {
		into[atWindings+k] = math.NaN()
		if len(b.Wiring.Coils) == 3 {
			into[atWindings+k] = cmplx.Abs(s.CoilAmps(0, k))
		}
	}
	into[atCorner], into[atCorner+1] = cmplx.Abs(s.Volts("L3", "L1")), cmplx.Abs(s.Volts("L3", "L2"))
	into[atVolts], into[atSupply] = cmplx.Abs(s.Volts("L1", "L2")), cmplx.Abs(line)
	return true
}

// volts between L1 and L2 at the motor in a round: as read, else the supply's.
func (r *Round) volts(b *Bridge) float64 {
	if v := r.Read[atVolts]; !math.IsNaN(v) {
		return v
	}
	return b.Wiring.Volts
}

// fedAt puts other volts on the bridge; Wiring.Volts are its own.
func (b *Bridge) fedAt(volts float64) {
	b.solver.SetVolts(0, volts)
	if b.whole != nil {
		b.whole.solver.SetVolts(0, volts)
	}
}

// predictAt fills what a meter would read in a round at a slip. Where the volts at the
// motor were read, the circuit is fed with them and carried the little way that the
// feeder takes: so near, it is straight.
func (b *Bridge) predictAt(r *Round, slip float64, into *[readable]float64) bool {
	b.fedAt(r.volts(b))
	ok := b.predict(slip, into)
	b.fedAt(b.Wiring.Volts)
	if v := r.Read[atVolts]; ok && !math.IsNaN(v) {
		k := v / into[atVolts]
		for i := range into {
			into[i] *= k
		}
	}
	return ok
}

// meterError is the error of a reading that is expected of its meter.
func (b *Bridge) meterError(i int, read float64) float64 {
	if isVolts(i) {
		return voltsError * math.Max(read, b.Wiring.Volts)
	}
	return ampsError*read + ampsOffset*b.Model.WindingAmps
}

// deviation is the sum of squares of a round's deviations in meter errors at a
// slip, how many readings it has and which fits worst.
func (b *Bridge) deviation(r *Round, slip float64, into *[readable]float64) (sum float64, n, worst int) {
	if !b.predictAt(r, slip, into) {
		return math.Inf(1), 0, 0
	}
	most := -1.0
	for i, read := range r.Read {
		if i == atVolts || math.IsNaN(read) || math.IsNaN(into[i]) {
			continue
		}
		d := (into[i] - read) / b.meterError(i, read)
		sum += d * d
		n++
		if math.Abs(d) > most {
			most, worst = math.Abs(d), i
		}
	}
	return sum, n, worst
}

// at finds the slip at which a round fits best.
func (b *Bridge) at(r *Round, microfarad float64) (slip, sum float64) {
	b.Set(microfarad)
	var read [readable]float64
	return search.Least(func(s float64) float64 {
		d, _, _ := b.deviation(r, s, &read)
		return d
	}, trimSlipFrom, trimSlipTo, trimSlipSteps)
}

// Trim refits the load of every round and the magnetising reactance that all of them
// share, and the curve of the main flux where two rounds tell about it, by least squares
// in meter errors, and sizes the capacitor anew at the last round's load. ok is false
// without rounds.
func (q Question) Trim(rounds []Round) (t Trim, ok bool) {
	b := q.Bridge
	if len(rounds) == 0 {
		return t, false
	}
	numbers := 0
	for _, r := range rounds {
		for i, x := range r.Read {
			if i != atVolts && !math.IsNaN(x) {
				numbers++
			}
		}
	}
	flux := b.own()
	if numbers >= len(rounds)+1 {
		flux, t.CurveRead = b.fitFlux(rounds)
	}
	t.Magnetising, t.A, t.N = flux.xm, flux.a, flux.n
	c, err := b.with(flux)
	if err != nil {
		return t, false
	}
	t.Model, t.Fits = *c.Model, true
	one := machine.Load{Kind: q.Kind.Loaded(), Share: 1}
	for _, r := range rounds {
		f := RoundFit{Round: r}
		f.Slip, _ = c.at(&r, r.Microfarad)
		sum, n, worst := c.deviation(&r, f.Slip, &f.Predicted)
		f.Off, f.WorstRead = math.Sqrt(sum/float64(max(1, n))), worst
		c.fedAt(r.volts(c))
		if p, err := c.At(r.Microfarad, f.Slip); err == nil {
			f.LoadShare = p.LoadShare
			if v := r.Read[atVolts]; !math.IsNaN(v) { // the little that the feeder takes
				f.LoadShare = (p.TorqueNm*math.Pow(v/p.SupplyVolts, 2) - c.Model.FrictionNm) / c.Model.RatedTorqueNm
			}
		}
		c.fedAt(c.Wiring.Volts)
		full := one.ShaftNm(c.Model, c.Model.SpeedShare(f.Slip, c.Wiring.FrequencyHz)) / c.Model.RatedTorqueNm
		f.Share = max(0, f.LoadShare) / full
		t.Fits = t.Fits && f.Off <= fitsWithin
		t.Rounds = append(t.Rounds, f)
	}
	last := t.Rounds[len(t.Rounds)-1]
	if !t.Fits {
		t.suspect(b, rounds[len(rounds)-1])
		return t, true
	}
	t.Load = machine.Load{Kind: one.Kind, Share: last.Share}
	now := last.Microfarad
	t.Now, _ = c.worst(now, t.Load)
	up, _ := c.worst(1.02*now, t.Load)
	down, _ := c.worst(0.98*now, t.Load)
	t.PerMicro = (up - down) / (0.04 * now)
	var carried bool
	if t.Best, t.After, carried = c.Balance(t.Load); !carried {
		return t, true
	}
	if t.Parts = can.Combine(t.Best, q.Drawer); t.Parts == nil {
		t.Parts = []can.Part{{Microfarad: math.Max(1, math.Round(t.Best))}}
	}
	t.To = can.Sum(t.Parts)
	t.After, _ = c.worst(t.To, t.Load)
	t.Leave = math.Abs(t.To/now-1) < leaveMicro || t.Now-t.After < leaveWithin
	if t.Leave {
		t.To, t.Parts, t.After = now, nil, t.Now
	}
	t.NextUF = t.To
	if q.Entered > 0 && math.Abs(q.Entered/now-1) > sameMicro {
		t.NextUF = q.Entered
	}
	t.Next, _ = c.Run(t.NextUF, t.Load)
	return t, true
}

// suspect looks for the usual reasons of readings that do not fit: two leads
// noted in each other's place, or a can that has lost capacity.
func (t *Trim) suspect(b *Bridge, r Round) {
	_, plain := b.at(&r, r.Microfarad)
	better := func(sum float64) bool {
		_, n, _ := b.deviation(&r, 0.05, new([readable]float64))
		return math.Sqrt(sum/float64(max(1, n))) <= fitsWithin && sum < plain/3
	}
	if !math.IsNaN(r.Read[atLeads]) {
		for _, s := range [][2]int{{0, 1}, {0, 2}, {1, 2}} {
			swapped := r
			swapped.Read[s[0]], swapped.Read[s[1]] = r.Read[s[1]], r.Read[s[0]]
			if _, sum := b.at(&swapped, r.Microfarad); better(sum) {
				t.Suspect = readingsExchanged(s)
				return
			}
		}
	}
	k, sum := search.Least(func(k float64) float64 {
		_, sum := b.at(&r, k*r.Microfarad)
		return sum
	}, 0.2, 1.6, 12)
	if better(sum) && (k < weakCanBelow || k > 1/weakCanBelow) {
		t.SuspectUF = k * r.Microfarad
		t.Suspect = t.readingsOtherCan(r)
		if k < 1 {
			t.Suspect += canLost
		}
	}
}
