#include "core/cut/numbered_files.h"

#include <algorithm>
#include <charconv>
#include <map>
#include <optional>
#include <tuple>

#include "core/base/letters.h"
#include "core/cut/cut_rects.h"
#include "core/cut/proposals.h"

namespace amber {
namespace {

// Longer numbers are dates or hashes.
constexpr std::size_t kLongestNumber = 9;

struct NumberedName {
  std::string before;  // Folder and name up to the number, lower case.
  std::string after;   // What follows the number, ending included, lower case.
  std::string title;
  long long number = 0;
  std::size_t digits = 0;
};

std::optional<NumberedName> numberedName(const std::string& path) {
  const std::size_t slash = path.find_last_of('/');
  const std::size_t start = slash == std::string::npos ? 0 : slash + 1;
  const std::size_t dot = path.find_last_of('.');
  std::size_t end = dot == std::string::npos || dot < start ? path.size() : dot;
  while (end > start && !isDigit(path[end - 1])) --end;
  std::size_t begin = end;
  while (begin > start && isDigit(path[begin - 1])) --begin;
  if (begin == end || end - begin > kLongestNumber) return std::nullopt;
  NumberedName name;
  std::from_chars(path.data() + begin, path.data() + end, name.number);
  name.digits = end - begin;
  name.before = path.substr(0, begin);
  name.after = path.substr(end);
  name.title = path.substr(start, begin - start);
  while (!name.title.empty() &&
         std::string_view("_-. (#").find(name.title.back()) != std::string_view::npos) {
    name.title.pop_back();
  }
  for (char& c : name.before) c = toSmall(c);
  for (char& c : name.after) c = toSmall(c);
  return name;
}

std::size_t digitsOf(const NumberedRun& run) {
  const auto name = numberedName(run.paths.front());
  return name ? name->digits : 1;
}

std::string written(long long number, std::size_t digits) {
  std::string text = std::to_string(number);
  if (text.size() < digits) text.insert(0, digits - text.size(), '0');
  return text;
}

}  // namespace

std::vector<NumberedRun> numberedRuns(const std::vector<std::string>& paths) {
  using Member = std::tuple<long long, std::string>;
  struct Group {
    std::string title;
    std::size_t place;
    std::vector<Member> members;
  };
  std::map<std::pair<std::string, std::string>, Group> groups;
  for (std::size_t i = 0; i < paths.size(); ++i) {
    const auto name = numberedName(paths[i]);
    if (!name) continue;
    Group& group = groups[{name->before, name->after}];
    if (group.members.empty()) group = {name->title, i, {}};
    group.members.emplace_back(name->number, paths[i]);
  }
  std::vector<std::pair<std::size_t, NumberedRun>> found;
  for (auto& [key, group] : groups) {
    std::sort(group.members.begin(), group.members.end());
    NumberedRun run;
    run.title = group.title;
    run.first = std::get<0>(group.members.front());
    run.last = std::get<0>(group.members.back());
    if (group.members.size() < 2 || run.first == run.last) continue;
    long long expected = run.first;
    for (const auto& [number, path] : group.members) {
      for (; expected < number && run.missing.size() < kMostMissing; ++expected) {
        run.missing.push_back(expected);
      }
      expected = number + 1;
      run.paths.push_back(path);
    }
    found.emplace_back(group.place, std::move(run));
  }
  std::sort(found.begin(), found.end(),
            [](const auto& a, const auto& b) { return a.first < b.first; });
  std::vector<NumberedRun> runs;
  runs.reserve(found.size());
  for (auto& [place, run] : found) runs.push_back(std::move(run));
  return runs;
}

bool isOneAnimation(const NumberedRun& run, const std::vector<PixelSize>& sizes) {
  constexpr long long kMostMissingEach = 2;
  constexpr long long kMostMissed = 99;
  constexpr int kMostTimes = 3;
  const auto files = static_cast<long long>(run.paths.size());
  const long long missed = run.last - run.first + 1 - files;
  if (missed > std::max(kMostMissed, kMostMissingEach * files)) return false;
  const auto alike = [&](int PixelSize::*side) {
    const auto [least, most] = std::minmax_element(
        sizes.begin(), sizes.end(),
        [&](const PixelSize& a, const PixelSize& b) { return a.*side < b.*side; });
    return sizes.empty() || (*most).*side <= kMostTimes * ((*least).*side);
  };
  return alike(&PixelSize::w) && alike(&PixelSize::h);
}

bool areSheets(const std::vector<std::shared_ptr<const SheetArt>>& arts) {
  const auto differs = [&](const auto& art) {
    return art->image.size() != arts.front()->image.size();
  };
  if (std::none_of(arts.begin(), arts.end(), differs)) return false;
  return std::all_of(arts.begin(), arts.begin() + std::min<std::ptrdiff_t>(2, std::ssize(arts)),
                     [](const auto& art) {
                       const SheetGuess guess = guessFor(*art, {}, {});
                       const Cut cut{guess.proposals.front().way, {}};
                       return guess.sure && rectsOf(cut, *art, {}).frames.size() > 1;
                     });
}

std::string missingText(const NumberedRun& run) {
  const std::size_t digits = digitsOf(run);
  std::vector<std::string> stretches;
  for (std::size_t i = 0; i < run.missing.size();) {
    std::size_t end = i + 1;
    while (end < run.missing.size() && run.missing[end] == run.missing[end - 1] + 1) ++end;
    stretches.push_back(written(run.missing[i], digits));
    if (end - i > 1) stretches.back() += " to " + written(run.missing[end - 1], digits);
    i = end;
  }
  std::string text;
  for (std::size_t i = 0; i < stretches.size(); ++i) {
    if (i > 0) text += i + 1 == stretches.size() ? " and " : ", ";
    text += stretches[i];
  }
  return text + (run.missing.size() == 1 ? " is" : " are");
}

bool naturallyBefore(std::string_view a, std::string_view b) {
  std::size_t i = 0;
  std::size_t k = 0;
  while (i < a.size() && k < b.size()) {
    if (isDigit(a[i]) && isDigit(b[k])) {
      const auto numberFrom = [](std::string_view text, std::size_t& at) {
        while (at < text.size() && text[at] == '0') ++at;
        const std::size_t begin = at;
        while (at < text.size() && isDigit(text[at])) ++at;
        return text.substr(begin, at - begin);
      };
      const std::string_view left = numberFrom(a, i);
      const std::string_view right = numberFrom(b, k);
      if (left.size() != right.size()) return left.size() < right.size();
      if (left != right) return left < right;
      continue;
    }
    if (toSmall(a[i]) != toSmall(b[k])) return toSmall(a[i]) < toSmall(b[k]);
    ++i;
    ++k;
  }
  if (a.size() - i != b.size() - k) return a.size() - i < b.size() - k;
  return a < b;
}

}  // namespace amber
