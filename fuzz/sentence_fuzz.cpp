// Any bytes as a sentence: it is read, and then printed and read to the same, or refused with a
// place within it; words are offered without a fault.
#include <cstdint>
#include <string_view>

#include "core/layers/sentences/sentence.h"
#include "must.h"

using namespace amber;

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
  const std::string_view text(reinterpret_cast<const char*>(data), size);
  static const Vocabulary names{{"chr_keeper", "every", "two words", "a\"b"},
                                {"tile", "on"},
                                {"pests", "\\"},
                                {"body", "only"}};
  const auto read = expectationFrom(text, names);
  if (read) {
    const auto again = expectationFrom(sentenceOf(*read), names);
    must(again.has_value() && *again == *read, "what is printed is read again");
  } else {
    must(read.error().column >= 1 && read.error().column <= size + 1, "the place lies in the text");
    must(!read.error().expected.empty(), "what was expected is told");
  }
  const Completion completion = completionOf(text, size / 2, names);
  must(completion.begin <= size / 2, "the word begins before the cursor");
  return 0;
}
