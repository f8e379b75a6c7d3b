// Package sound reads a short recording of a machine and says how its loudness is spread over
// the pitch: two of them, before and after new bearings, are compared by eye.
//
// The spectrum is Welch's: pieces of 4096 samples, half overlapping, each under a Hann window,
// their powers averaged,
//
//	P(k) = ⟨|Σ w(n)·x(n)·e^(−2πikn/N)|²⟩ / (Σ w)² · 2
//
// summed into thirds of an octave. Levels are in dB against the loudest that the recording could
// hold: they compare two recordings of one phone held alike, and nothing else.
package sound

import (
	"encoding/binary"
	"errors"
	"fmt"
	"math"
	"math/bits"
	"math/cmplx"
)

// Limits of a recording.
const (
	MostSeconds = 20
	leastRate   = 8000
	mostRate    = 48000
)

// Clip is a recording: samples from −1 to 1.
type Clip struct {
	Rate    int // samples a second
	Samples []float64
}

// Seconds of the recording.
func (c Clip) Seconds() float64 { return float64(len(c.Samples)) / float64(c.Rate) }

// Read reads a WAV file of one channel and 16 bits. The error says what was found and what
// would do.
func Read(wav []byte) (c Clip, err error) {
	const wanted = "want a WAV of one channel and 16 bits, 8 to 48 kHz, at most 20 s"
	if len(wav) < 12 || string(wav[:4]) != "RIFF" || string(wav[8:12]) != "WAVE" {
		return c, errors.New("found no WAV; " + wanted)
	}
	known := false
	for at := 12; at+8 <= len(wav); {
		size := int(binary.LittleEndian.Uint32(wav[at+4:]))
		body := wav[at+8:]
		if size > len(body) {
			return c, errors.New("found a recording that is cut short; " + wanted)
		}
		switch body = body[:size]; string(wav[at : at+4]) {
		case "fmt ":
			if size < 16 {
				return c, errors.New("found a head that is cut short; " + wanted)
			}
			kind, channels, deep := binary.LittleEndian.Uint16(body), binary.LittleEndian.Uint16(body[2:]),
				binary.LittleEndian.Uint16(body[14:])
			c.Rate = int(binary.LittleEndian.Uint32(body[4:]))
			if kind != 1 || channels != 1 || deep != 16 || c.Rate < leastRate || c.Rate > mostRate {
				return c, fmt.Errorf("found %d channels of %d bits at %d Hz; %s", channels, deep, c.Rate, wanted)
			}
			known = true
		case "data":
			if !known {
				return c, errors.New("found no head before the sound; " + wanted)
			}
			if size/2 > MostSeconds*c.Rate {
				return c, fmt.Errorf("found %.0f s; %s", float64(size/2)/float64(c.Rate), wanted)
			}
			for i := 0; i+1 < size; i += 2 {
				c.Samples = append(c.Samples, float64(int16(binary.LittleEndian.Uint16(body[i:])))/32768)
			}
		}
		at += 8 + size + size%2
	}
	if len(c.Samples) < piece {
		return c, errors.New("found less than half a second of sound; " + wanted)
	}
	return c, nil
}

// Band is a third of an octave with its level.
type Band struct {
	Hertz float64 `json:"hertz"` // its middle
	DB    float64 `json:"db"`    // against the loudest the recording could hold
}

// Spectrum is a recording spread over the pitch.
type Spectrum struct {
	Seconds float64   `json:"seconds"`
	Bands   []Band    `json:"bands" nullable:"false"`
	Peaks   []float64 `json:"peaks" nullable:"false"` // hertz of the narrow tones that stand out most, the loudest first
	Text    string    `json:"text"`
}

const (
	piece   = 4096
	floorDB = -96.0 // of 16 bits
	standsU = 12.0  // dB over its surroundings: a tone
	peaks   = 3
)

// Spectrum of the recording.
func (c Clip) Spectrum() Spectrum {
	power := make([]float64, piece/2)
	window, sum := make([]float64, piece), 0.0
	for i := range window {
		window[i] = 0.5 - 0.5*math.Cos(2*math.Pi*float64(i)/piece)
		sum += window[i]
	}
	n := 0
	for at := 0; at+piece <= len(c.Samples); at += piece / 2 {
		x := make([]complex128, piece)
		for i := range x {
			x[i] = complex(c.Samples[at+i]*window[i], 0)
		}
		transform(x)
		for k := range power {
			a := cmplx.Abs(x[k])
			power[k] += 2 * a * a / (sum * sum)
		}
		n++
	}
	for k := range power {
		power[k] /= float64(n)
	}
	s := Spectrum{Seconds: math.Round(10*c.Seconds()) / 10, Bands: []Band{}, Peaks: []float64{}}
	step := float64(c.Rate) / piece
	for i := -16; ; i++ { // from 25 Hz on
		middle := 1000 * math.Pow(2, float64(i)/3)
		low, high := middle/math.Pow(2, 1.0/6), middle*math.Pow(2, 1.0/6)
		if high > float64(c.Rate)/2 || middle > 16500 {
			break
		}
		total, some := 0.0, false
		for k := int(math.Ceil(low / step)); k < len(power) && float64(k)*step < high; k++ {
			total, some = total+power[k], true
		}
		if some {
			s.Bands = append(s.Bands, Band{math.Round(middle*10) / 10, decibel(total)})
		}
	}
	s.Peaks = append(s.Peaks, tones(power, step)...)
	s.Text = says(s)
	return s
}

func decibel(power float64) float64 {
	return math.Round(10*math.Max(floorDB, 10*math.Log10(math.Max(power, 1e-12)))) / 10
}

// tones are the hertz at which a narrow peak stands at least standsU over the middle of its
// surroundings.
func tones(power []float64, step float64) (out []float64) {
	type tone struct{ hz, level float64 }
	var all []tone
	for k := 8; k+8 < len(power); k++ {
		if power[k] < power[k-1] || power[k] < power[k+1] || decibel(power[k]) <= floorDB+20 {
			continue
		}
		around := 0.0
		for d := 4; d <= 8; d++ {
			around += (power[k-d] + power[k+d]) / 10
		}
		if 10*math.Log10(power[k]/math.Max(around, 1e-12)) >= standsU {
			all = append(all, tone{float64(k) * step, power[k]})
		}
	}
	for len(all) > 0 && len(out) < peaks {
		best := 0
		for i := range all {
			if all[i].level > all[best].level {
				best = i
			}
		}
		out = append(out, math.Round(all[best].hz))
		all = append(all[:best], all[best+1:]...)
	}
	return out
}

// transform is the fast Fourier transform in place; len(x) is a power of two.
func transform(x []complex128) {
	n := len(x)
	shift := 64 - bits.Len(uint(n-1))
	for i := range x {
		if j := int(bits.Reverse64(uint64(i)) >> shift); j > i {
			x[i], x[j] = x[j], x[i]
		}
	}
	for size := 2; size <= n; size *= 2 {
		turn := cmplx.Exp(complex(0, -2*math.Pi/float64(size)))
		for from := 0; from < n; from += size {
			w := complex(1, 0)
			for k := range size / 2 {
				a, b := x[from+k], w*x[from+k+size/2]
				x[from+k], x[from+k+size/2] = a+b, a-b
				w *= turn
			}
		}
	}
}
