#pragma once

#include <QObject>
#include <functional>
#include <map>
#include <memory>
#include <string>

namespace amber::test {

using Makers = std::map<std::string, std::function<std::unique_ptr<QObject>()>>;

/// Every test class of the program, by name.
inline Makers& makers() {
  static Makers all;
  return all;
}

template <class Test>
struct Registered {
  explicit Registered(const char* name) {
    makers()[name] = [] { return std::make_unique<Test>(); };
  }
};

}  // namespace amber::test

/// Puts a test class into its program, which runs it by name.
#define AMBER_TEST(Class) static const amber::test::Registered<Class> registered##Class(#Class)
