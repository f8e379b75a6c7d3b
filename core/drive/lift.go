package drive

import (
	"slices"

	"graybridge/core/finding"
	"graybridge/core/label"
	"graybridge/core/openfile"
)

// Lifted is a profile with what its leaflet does not say: what such drives usually have, by size and
// planning. What was put there is said where the drive is chosen; the profile itself stays as it is.
func (p Profile) Lifted() Profile {
	p.lifted, p.clashes = nil, nil
	number := func(at *float64, usual float64, said string) {
		if *at == 0 {
			*at = usual
			p.lifted = append(p.lifted, said)
		}
	}
	if p.powerByAmps() {
		p.lifted = append(p.lifted, takenPower(p.Output.KW))
	}
	p.inputAgrees()
	number(&p.Output.Hertz, usualMostHz, takenHertz)
	number(&p.Output.Overload, usualOverload, liftedOverload)
	number(&p.LossShare, usualLoss(p.Output.KW), liftedLoss(usualLoss(p.Output.KW)))
	number(&p.WaitMinutes, usualWaitMin, liftedWait)
	number(&p.AirMM, usualAirMM, liftedAir)
	number(&p.AmbientC, usualAmbientC, liftedAmbient)
	number(&p.AltitudeM, usualAltitudeM, liftedAltitude)
	number(&p.CarrierFree, usualCarrierKHz, liftedCarrier)
	if p.CarrierOf == 0 {
		p.CarrierOf = p.CarrierFree
	}
	if p.PowerUpsHour == 0 {
		p.PowerUpsHour = usualPowerUps
		p.lifted = append(p.lifted, liftedPowerUps)
	}
	if p.EnclosureCode == "" {
		p.EnclosureCode = notSaid
	}
	p.bare = len(p.Displays) == 0 && p.PotOhm.Most == 0 && p.Ends(Run)+p.Ends(Common)+p.Ends(PotWiper) == ""
	plain := screws([]string{lineScrew(1), lineScrew(2)}, []string{motorScrew(1), motorScrew(2), motorScrew(3)})
	for _, r := range []Role{LineIn, MotorOut, Earth} {
		if len(p.of(r)) == 0 { // named by what they are for
			for _, t := range plain {
				if t.Role == r {
					p.Terminals = append(slices.Clip(p.Terminals), t)
				}
			}
		}
	}
	if p.Input.Phases == 3 && p.Input.SingleShare == 0 && !p.Input.NeverSingle {
		p.Input.SingleShare, p.unsaid = usualSingle, true
	}
	return p
}

// judgeLifted says what was taken for a drive whose profile does not say it.
func judgeLifted(o *Shown) {
	p := o.Profile
	if p == nil {
		return
	}
	sayClashes(o, "drive.own")
	if len(p.lifted) == 0 {
		return
	}
	o.say(finding.Finding{ID: "drive.lifted", Bay: finding.Bridge, Grade: finding.Note, Planning: true,
		Sentence: liftedSaid(p), Detail: label.TakenFor("profile", p.lifted), Entries: []string{"drive.own"},
		Why: []finding.Why{{Formula: "figures of the profile; the rest as such drives usually have it",
			Section: finding.OnDrive, Source: "the drive's profile; guide value", Estimated: true}}})
}

// Lacks are what a profile does not say, or says twice, by the verdict that hangs on it. A profile with
// lacks is of use; one with problems is not.
func (p *Profile) Lacks() openfile.Lacks {
	out := openfile.Lacks{}
	three := p.Input.Phases == 3
	out.Where(three && p.Input.SingleShare == 0 && !p.Input.NeverSingle, "input.single_phase_share", lackOnePhase)
	out.Where(p.Output.Overload == 0, "output.overload", lackOverload)
	out.Where(p.Output.Hertz == 0, "output.most_hertz", lackHertz)
	out.Where(p.Input.Amps == 0, "input.amps", lackInput)
	out.Where(p.WaitMinutes == 0, "wait_minutes", lackWait)
	for _, r := range []Role{LineIn, Earth, MotorOut, Run, Common} {
		out.Where(len(p.of(r)) == 0, "terminals", lackTerminal(r))
	}
	heard := map[Function][]string{}
	for _, q := range p.Parameters {
		heard[q.Function] = append(heard[q.Function], q.Code)
	}
	for _, j := range p.Jumpers {
		heard[j.Function] = append(heard[j.Function], j.Name)
	}
	for _, t := range p.Trims {
		heard[t.Function] = append(heard[t.Function], t.Name)
	}
	for _, f := range []Function{MotorAmps, MotorHertz, MostHertz, Accelerate, Decelerate, StopMode, RunSource,
		SpeedSource, Restart} {
		second := f == MotorHertz && len(heard[BaseHertz]) > 0 || f == MotorAmps && len(heard[Overload]) > 0
		out.Where(len(heard[f]) == 0 && !second, "parameters", lackFunction(f))
	}
	for _, f := range functions {
		out.Where(len(heard[f]) > 1, "parameters", saidTwice(f, heard[f]))
	}
	return out
}
